<script setup lang="ts">
import { Modal } from "ant-design-vue";
import { ref } from "vue";
import { key, keyGroups, useKeys } from "@/shared/keys/useKeys";

const open = ref(false);
useKeys("Anywhere", [
  key("?", "show these keys", "?", () => (open.value = true)),
  { shown: "Tab, Enter", does: "move between and press what has no key of its own" },
]);
</script>

<template>
  <Modal v-model:open="open" title="Keys of this view" :footer="null" width="34rem">
    <section v-for="group in keyGroups" :key="group.title">
      <h3>{{ group.title }}</h3>
      <dl>
        <template v-for="binding in group.bindings" :key="binding.shown">
          <dt>
            <kbd>{{ binding.shown }}</kbd>
          </dt>
          <dd>{{ binding.does }}</dd>
        </template>
      </dl>
    </section>
  </Modal>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: minmax(6rem, max-content) 1fr;
  gap: 0.3rem 1rem;
  margin: 0.4rem 0 1rem;
}
dd {
  margin: 0;
}
</style>
