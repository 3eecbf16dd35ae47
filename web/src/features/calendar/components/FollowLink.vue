<script setup lang="ts">
/** A private address by which a calendar program follows the coach's sessions. */
import { Button } from "ant-design-vue";
import { ref } from "vue";
import { api, dataOf } from "@/shared/api/client";

const props = defineProps<{
  hasLink: boolean;
  run: (call: () => Promise<unknown>) => Promise<boolean>;
}>();
const url = ref("");
const make = () =>
  props.run(async () => {
    url.value = (await dataOf(api.POST("/api/calendar/link"))).url;
  });
const end = () =>
  props.run(async () => {
    await dataOf(api.POST("/api/calendar/unlink"));
    url.value = "";
  });
</script>

<template>
  <section class="sheet">
    <h2>Calendar link</h2>
    <p class="quiet">
      Subscribe to it in any calendar app. Anyone with this link sees your sessions and the students' names.
    </p>
    <p v-if="url" class="made">
      <a :href="url">{{ url }}</a>
      <span class="quiet">Copy it now, it won't be shown again.</span>
    </p>
    <p v-else-if="hasLink">A calendar link already exists. Making a new one turns the old one off.</p>
    <p class="acts">
      <Button @click="make">{{ hasLink ? "New link" : "Create link" }}</Button>
      <Button v-if="hasLink || url" type="text" @click="end">Turn off</Button>
    </p>
  </section>
</template>

<style scoped>
p {
  margin: 0.4rem 0 0;
}
.made a {
  overflow-wrap: anywhere;
  display: block;
}
.acts {
  display: flex;
  gap: 0.4rem;
  margin-top: 0.7rem;
}
</style>
