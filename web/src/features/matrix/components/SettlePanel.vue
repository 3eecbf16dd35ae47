<script setup lang="ts">
/** What the coach should settle: cells out of order, solid balls that look like mishits. */
import { ref } from "vue";
import { cellName, type CellAddress } from "@/shared/api/cells";
import type { Matrix } from "@/shared/api/queries";
import { upper } from "@/shared/texts/texts";
import Sentence from "@/shared/ui/Sentence.vue";
import type { UnitWords } from "@/shared/units/units";
import { useExclude } from "../composables/inspect";

const props = defineProps<{ studentId: string; matrix: Matrix; units: UnitWords }>();
defineEmits<{ select: [cell: CellAddress] }>();

const error = ref("");
const { exclude, mark } = useExclude({
  studentId: props.studentId,
  said: (text) => (error.value = text),
});
const away = (carry: number, usual: number) =>
  `${props.units.show(Math.abs(carry - usual))} ${carry < usual ? "short of" : "past"}`;
</script>

<template>
  <section v-if="matrix.conflicts.length || matrix.suspects.length">
    <h2>To settle</h2>
    <Sentence :text="error" />
    <ul>
      <li v-for="c in matrix.conflicts" :key="cellName(c.shorter) + cellName(c.longer)">
        <span>
          <button type="button" class="word" @click="$emit('select', c.longer)">
            {{ cellName(c.longer) }}
          </button>
          carries {{ units.show(c.longer_yd) }}, less than
          <button type="button" class="word" @click="$emit('select', c.shorter)">
            {{ cellName(c.shorter) }}
          </button>
          at {{ units.show(c.shorter_yd) }}. Hit both again, or exclude the balls that are wrong.
        </span>
      </li>
      <li v-for="s in matrix.suspects" :key="s.uid">
        <span>
          <button type="button" class="word" @click="$emit('select', s.cell)">
            {{ cellName(s.cell) }}
          </button>
          one solid ball at {{ units.show(s.carry_yd) }}, {{ away(s.carry_yd, s.usual_yd) }} the
          others. A mishit? Until then it counts for little.
        </span>
        <span class="acts">
          <button
            v-for="strike in s.might_be"
            :key="strike"
            type="button"
            @click="mark(s.uid, strike)"
          >
            {{ upper(strike) }}
          </button>
          <button type="button" @click="exclude(s.uid, 'not this shot')">Exclude</button>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0.2rem 1rem;
  border-bottom: 1px solid var(--line);
  padding: 0.3rem 0;
}
.acts {
  display: flex;
  gap: 0.4rem;
}
button {
  min-height: 34px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.word {
  min-height: 0;
  padding: 0;
  border: 0;
  background: none;
  font-weight: 600;
  color: var(--accent);
}
</style>
