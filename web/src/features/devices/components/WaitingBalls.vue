<script setup lang="ts">
/** Every ball of a device that nobody has: it stays here until somebody takes or discards it. */
import { Button } from "ant-design-vue";
import { computed, ref, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { measured, useUnits } from "@/shared/units/units";
import { useWords } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import Sentence from "@/shared/ui/Sentence.vue";
import { momentWords } from "@/shared/format/dates";

const props = defineProps<{ device: Schemas["DeviceOut"] }>();
const emit = defineEmits<{ changed: [] }>();
type Sent = Schemas["SentOut"];
/** What a coach knows a ball by. */
const SHOWN = ["carry_yd", "total_yd", "launch_deg", "spin_rpm"];
const balls = ref<Sent[]>([]);
const left = ref(0);
const { error, run } = useSaving();
const words = useWords();
const path = computed(() => ({ device_id: props.device.id }));

/** The next page, behind the last ball shown. */
const more = () =>
  run(async () => {
    const query = { after: balls.value.at(-1)?.id ?? 0 };
    const page = await dataOf(
      api.GET("/api/devices/{device_id}/balls", { params: { path: path.value, query } }),
    );
    balls.value.push(...page.balls);
    left.value = page.left;
  });
const discard = (some: Sent[]) =>
  run(async () => {
    const body = { balls: some.map((ball) => ball.id) };
    await dataOf(api.POST("/api/devices/{device_id}/discard", { params: { path: path.value }, body }));
    const gone = new Set(body.balls);
    balls.value = balls.value.filter((ball) => !gone.has(ball.id));
    emit("changed");
  });
watch(
  () => props.device.waiting,
  () => {
    balls.value = [];
    void more();
  },
  { immediate: true },
);
const units = useUnits();
const numbers = (ball: Sent) =>
  (words.data.value?.measurements ?? [])
    .filter(({ name }) => SHOWN.includes(name) && name in ball.measured)
    .map((of) => measured(units.value, of, ball.measured[of.name] ?? 0))
    .join(", ");
</script>

<template>
  <section class="waiting" :aria-label="`Balls of ${device.name} not assigned to anyone`">
    <p class="quiet">
      {{ device.waiting }} {{ device.waiting === 1 ? "ball" : "balls" }} from {{ device.name }} not assigned
      to anyone. Assign them on the Range page, or delete them. You can undo it in History.
      <Button v-if="balls.length" size="small" @click="discard(balls)"
        >Delete these {{ balls.length }}</Button
      >
    </p>
    <Sentence :text="error" />
    <ol>
      <li v-for="ball in balls" :key="ball.id">
        <span class="num quiet">{{ momentWords(ball.hit_at) }}</span>
        <span class="num">{{ numbers(ball) }}</span>
        <span class="quiet">{{ ball.question }}</span>
        <Button type="text" size="small" @click="discard([ball])">Delete</Button>
      </li>
    </ol>
    <Button v-if="left" @click="more">{{ left }} more</Button>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0.3rem 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 9rem 15rem minmax(0, 1fr) auto;
  gap: 0.6rem;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--line);
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>
