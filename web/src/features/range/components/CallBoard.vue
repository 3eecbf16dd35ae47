<script setup lang="ts">
/** What is called, in figures that are read from the mat; how the round stands. */
import { computed } from "vue";
import { shortName, addressOf, PLAIN, type CellAddress } from "@/shared/api/cells";
import type { Call } from "@/shared/api/practice";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  call: Call;
  place: number;
  of: number;
  marks: boolean[];
  points: number;
  par: string;
  open: number;
  shots: CellAddress[];
}>();
const { units, texts } = useStudentContext();
const shot = defineModel<CellAddress | null>("shot", { required: true });
const figure = computed(() => {
  const { yardage_yd: at, mark } = props.call;
  if (mark) return texts.value.name("mark", mark);
  return at == null ? "" : units.value.show(at);
});
const named = (key: CellAddress) => shortName(addressOf({ ...PLAIN, ...key }));
const chosen = computed({
  get: () => props.shots.findIndex((one) => shot.value !== null && named(one) === named(shot.value)),
  set: (place: number) => (shot.value = props.shots[place] ?? null),
});
</script>

<template>
  <section class="board">
    <p class="num top">
      Target {{ place + 1 }} of {{ of
      }}<template v-if="(call.balls ?? 1) > 1"
        >, ball {{ open + 1 }} of {{ call.balls }}. The worse one counts</template
      >
    </p>
    <p class="slab figure" :class="{ words: call.mark }" aria-live="assertive">
      {{ figure }}<span v-if="!call.mark && call.yardage_yd !== null" class="unit">{{ units.unit }}</span>
    </p>
    <label v-if="shots.length" class="shot"
      >with
      <select v-model.number="chosen" aria-label="Shot">
        <option v-if="chosen < 0" :value="-1">no shot yet</option>
        <option v-for="(one, i) in shots" :key="named(one)" :value="i">{{ named(one) }}</option>
      </select>
      <kbd>←</kbd> <kbd>→</kbd></label
    >
    <ol class="pips" :aria-label="`${points} of ${marks.length} hit`">
      <li
        v-for="n in of"
        :key="n"
        :class="{
          met: marks[n - 1] === true,
          missed: marks[n - 1] === false,
          now: n === place + 1,
        }"
      ></li>
    </ol>
    <p class="num score">
      <b class="slab">{{ points }}</b> of {{ marks.length }}<span class="quiet">{{ par }}</span>
    </p>
  </section>
</template>

<style scoped>
.board {
  text-align: center;
}
p {
  margin: 0;
}
.top {
  font-size: 1.1rem;
}
.figure {
  font-size: clamp(7rem, 22vw, 15rem);
  font-weight: 750;
  line-height: 1;
  margin: 0.1em 0;
}
.figure.words {
  font-size: clamp(2.6rem, 7vw, 5rem);
  line-height: 1.15;
}
.unit {
  font-size: 0.2em;
  font-weight: 500;
  color: var(--ink-2);
  margin-left: 0.3em;
}
.shot {
  font-size: 1.25rem;
}
.shot select {
  font-size: 1.25rem;
  min-height: 48px;
}
.pips {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 0.3rem;
  margin: 1rem 0 0.4rem;
  padding: 0;
}
.pips li {
  width: 1.1rem;
  height: 0.8rem;
  border: 2px solid var(--line-strong);
}
.pips .met {
  background: var(--field);
  border-color: var(--field);
}
.pips .missed {
  border-color: var(--clay);
  border-style: dashed;
}
.pips .now {
  outline: 3px solid var(--accent);
}
.score {
  font-size: 1.2rem;
}
.score .slab {
  font-size: 1.6rem;
}
</style>
