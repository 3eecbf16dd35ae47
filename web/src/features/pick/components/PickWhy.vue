<script setup lang="ts">
/** The rules of thumb beside the numbers, what would change the choice, and what it rests on. */
import { shotWords } from "@/shared/texts/shots";
import { percent } from "@/shared/format/numbers";
import { useStudentContext } from "@/shared/student/context";
import type { Change, Pick } from "../composables/pick";

defineProps<{
  answer: Pick;
  changes: Change[] | null;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{ take: [of: Change] }>();
const strokes = (value: number) => texts.value.format("pick-strokes", { strokes: Math.abs(value) });
function says(rule: Pick["rules"][number]): string {
  // Where two schools disagree: which of them this student's balls side with.
  if (rule.rule === "rule-schools" && rule.costs !== null)
    return `${rule.costs > 0 ? "high" : "low"} is better by ${strokes(rule.costs)}`;
  if (rule.agrees === null) return "";
  if (rule.agrees) return "suggested";
  if (rule.costs === null) return rule.wants ? "no such shot on the card" : "not suggested";
  return rule.costs >= 0
    ? `best ${rule.wants}: +${strokes(rule.costs)}`
    : `best ${rule.wants}: −${strokes(rule.costs)}`;
}
</script>

<template>
  <div class="why num">
    <section>
      <h3>What would change it</h3>
      <p v-if="changes === null" class="quiet">…</p>
      <p v-else-if="!changes.length" class="quiet">
        Nothing. It stays this shot for any wind, pin, lie or green.
      </p>
      <ul v-else>
        <li v-for="change in changes" :key="change.what">
          <button type="button" @click="emit('take', change)">
            {{ texts.sentence({ code: change.what, values: {} })
            }}{{
              Math.abs(change.situation.pin_yd - answer.situation.pin_yd) > 0.5
                ? ` (${units.show(change.situation.pin_yd)})`
                : ""
            }}:
            <b>{{ shotWords(texts, { ...change.key, back_in: change.back_in, down_in: change.down_in }) }}</b>
          </button>
          <span v-if="change.loses !== null" class="quiet">saves {{ strokes(change.loses) }}</span>
        </li>
      </ul>
    </section>
    <details>
      <summary>Rules of thumb</summary>
      <ul>
        <li v-for="rule in answer.rules" :key="rule.rule">
          {{ texts.sentence({ code: rule.rule, values: {} }) }}
          <span v-if="says(rule)" :class="rule.agrees ? 'agrees' : 'costs'">{{ says(rule) }}</span>
        </li>
      </ul>
    </details>
    <details class="quiet">
      <summary>Based on</summary>
      <p>
        Published strokes for a handicap of {{ answer.handicap
        }}{{ answer.handicap_set ? "" : ", as none is set" }}. {{ percent(answer.mishits) }} mishits{{
          answer.contact_balls
            ? `, from ${answer.contact_balls} balls and typical players`
            : ", typical for that level"
        }}. Misses to a side {{ percent(answer.lateral_share) }} of the carry{{
          answer.lateral_balls ? `, from ${answer.lateral_balls} measured balls` : ", typical for that level"
        }}.
      </p>
    </details>
  </div>
</template>

<style scoped>
.why {
  display: grid;
  grid-template-columns: 1.1fr 1.1fr 0.9fr;
  gap: 0.6rem 2rem;
  margin-top: 0.8rem;
}
ul {
  list-style: none;
  margin: 0.2rem 0 0;
  padding: 0;
}
li {
  padding: 0.15rem 0;
}
.agrees {
  color: var(--field);
  font-weight: 650;
}
.costs {
  color: var(--clay);
  font-weight: 650;
}
li span {
  margin-left: 0.4rem;
}
button {
  min-height: 36px;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  text-decoration: underline dotted var(--line-strong);
}
p {
  margin: 0.2rem 0;
}
@media (max-width: 900px) {
  .why {
    grid-template-columns: minmax(0, 1fr);
  }
}
summary {
  min-height: 36px;
  color: var(--accent);
  cursor: pointer;
}
</style>
