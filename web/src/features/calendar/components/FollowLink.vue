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
    <h2>In your own calendar</h2>
    <p class="quiet">
      A private address that calendar programs subscribe to. Who has it sees your sessions and the students'
      names.
    </p>
    <p v-if="url" class="made">
      <a :href="url">{{ url }}</a>
      <span class="quiet">Copy it now: it is shown once.</span>
    </p>
    <p v-else-if="hasLink">
      A calendar link already exists. Making a new one turns the old one off, and that cannot be undone.
    </p>
    <p class="acts">
      <Button @click="make">{{ hasLink ? "New address" : "Make the address" }}</Button>
      <Button v-if="hasLink || url" type="text" @click="end">End it</Button>
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
