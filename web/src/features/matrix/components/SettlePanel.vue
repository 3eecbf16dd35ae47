<script setup lang="ts">
/** What the coach should settle: cells out of order or against the others, balls of two kinds in
 * one cell, solid balls that look like mishits. */
import Hint from "@/shared/ui/Hint.vue";
import { computed, ref } from "vue";
import { cellName, type CellAddress } from "@/shared/api/cells";
import type { Matrix } from "@/shared/api/queries";
import { adjustmentWords } from "@/shared/texts/shots";
import { upper } from "@/shared/texts/texts";
import Sentence from "@/shared/ui/Sentence.vue";
import { useStudentContext } from "@/shared/student/context";
import { useExclude } from "../composables/inspect";
import { splitWords } from "../composables/split";

const props = defineProps<{ studentId: string; matrix: Matrix }>();
const { units, texts } = useStudentContext();
defineEmits<{ select: [cell: CellAddress] }>();

const error = ref("");
const { exclude, mark } = useExclude({
  studentId: props.studentId,
  onError: (text) => (error.value = text),
});
const splits = computed(() => props.matrix.splits.filter((split) => !split.recent));
const anything = computed(() => {
  const { conflicts, against, suspects } = props.matrix;
  return conflicts.length + against.length + splits.value.length + suspects.length > 0;
});
const adjustment = (of: { back_in: number; down_in: number }) =>
  adjustmentWords(texts.value, { ball_position_in: of.back_in, grip_down_in: of.down_in });
const away = (carry: number, usual: number) =>
  `${units.value.show(Math.abs(carry - usual))} ${carry < usual ? "short of" : "past"}`;
</script>

<template>
  <section v-if="anything">
    <h2 id="needs-checking">Needs <Hint word="settles">checking</Hint></h2>
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
          at {{ units.show(c.shorter_yd) }}. Hit both again, or exclude the wrong balls.
        </span>
      </li>
      <li v-for="a in matrix.against" :key="`against ${cellName(a.key)} ${a.back_in} ${a.down_in}`">
        <span>
          <button type="button" class="word" @click="$emit('select', a.key)">
            {{ cellName(a.key) }}
          </button>
          {{ adjustment(a) }}: its {{ a.balls }} balls say {{ units.show(a.own_yd) }}, the other shots suggest
          {{ units.show(a.others_yd) }} ± {{ units.show(a.others_half_yd) }}. The carry follows its own balls.
          Was it this shot?
        </span>
      </li>
      <li v-for="s in splits" :key="`split ${cellName(s.key)} ${s.back_in} ${s.down_in}`">
        <span>
          <button type="button" class="word" @click="$emit('select', s.key)">
            {{ cellName(s.key) }}
          </button>
          {{ adjustment(s) }} {{ splitWords(s, units) }}
        </span>
      </li>
      <li v-for="s in matrix.suspects" :key="s.uid">
        <span>
          <button type="button" class="word" @click="$emit('select', s.cell)">
            {{ cellName(s.cell) }}
          </button>
          one solid ball at {{ units.show(s.carry_yd) }}, {{ away(s.carry_yd, s.usual_yd) }} the others. A
          mishit? Until you decide it hardly counts.
        </span>
        <span class="acts">
          <button v-for="strike in s.might_be" :key="strike" type="button" @click="mark(s.uid, strike)">
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
