<script setup lang="ts">
/** What the academy's own rule says should go. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { api, dataOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { shortDay } from "@/shared/format/dates";
import Sentence from "@/shared/ui/Sentence.vue";

const over = useQuery({
  key: [...keys.settings, "retention"],
  query: () => dataOf(api.GET("/api/settings/retention")),
});
const { busy, error, run } = useSaving();
async function clear(): Promise<void> {
  await run(() => dataOf(api.POST("/api/settings/retention/pictures")));
  await over.refetch();
}
</script>

<template>
  <section v-if="over.data.value?.students.length || over.data.value?.pictures" class="sheet">
    <h2>Past your storage limit</h2>
    <p v-for="one in over.data.value.students" :key="one.student_id">
      <RouterLink :to="{ name: 'data', params: { studentId: one.student_id } }">{{ one.student }}</RouterLink>
      <span class="quiet"> archived {{ shortDay(one.archived_on) }}</span>
    </p>
    <p v-if="over.data.value.pictures">
      {{ over.data.value.pictures }} pictures
      <Button size="small" :loading="busy" @click="clear">Delete permanently</Button>
    </p>
    <Sentence :text="error" />
  </section>
</template>
