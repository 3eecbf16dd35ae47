<script setup lang="ts">
/** Whose was the last ball? One line, a key, and it is put right. */
import { computed } from "vue";
import type { BayNow } from "../composables/bay";
import type { useWrong } from "../composables/wrong";

const props = defineProps<{ wrong: ReturnType<typeof useWrong>; bays: BayNow[] }>();
defineEmits<{ ask: []; give: [bay: BayNow] }>();

const from = computed(() => props.wrong.from.value);
const what = computed(() => {
  const { asked } = props.wrong;
  const carries = asked.value.map(({ bay, ball }) =>
    bay.units.value.show(ball.carry_yd ?? ball.total_yd ?? 0),
  );
  return `${carries.length === 1 ? "The last ball" : `The last ${carries.length} balls`}, ${carries.join(", ")}`;
});
</script>

<template>
  <p v-if="from" class="wrong" role="status">
    <span>{{ what }}, logged for {{ from.name.value }}. Who hit them?</span>
    <button
      v-for="bay in bays.filter((b) => b !== from)"
      :key="bay.studentId"
      type="button"
      @click="$emit('give', bay)"
    >
      <kbd>{{ bay.number.value }}</kbd> {{ bay.name.value }}
    </button>
    <button type="button" @click="$emit('ask')">One more <kbd>w</kbd></button>
    <button type="button" @click="wrong.ask(true)">The last five <kbd>W</kbd></button>
    <button type="button" @click="wrong.leave()">Cancel <kbd>Esc</kbd></button>
  </p>
  <p v-else class="small">
    <button type="button" @click="$emit('ask')">Wrong student? <kbd>w</kbd></button>
  </p>
</template>

<style scoped>
.wrong {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
  margin: 0.5rem 0 0;
  padding: 0.4rem 0.6rem;
  background: var(--accent-soft);
}
.wrong span {
  flex-basis: 100%;
}
.small {
  margin: 0.5rem 0 0;
}
button {
  min-height: 44px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
</style>
