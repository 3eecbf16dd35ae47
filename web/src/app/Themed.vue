<script setup lang="ts">
/** Ant Design in our own colours; a part of its own, since not every view needs it. */
import { ConfigProvider } from "ant-design-vue";
import { useAntTheme } from "@/shared/ui/antTheme";

const theme = useAntTheme();
</script>

<template>
  <ConfigProvider :theme="theme"><slot /></ConfigProvider>
</template>
