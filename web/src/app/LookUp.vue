<script setup lang="ts">
/** A yardage looked up from any view: the shot that is played in today's air and wind, with run and total. */
import { computed, ref, watch } from "vue";
import { cellName } from "@/shared/api/cells";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import { useStudent, useWords } from "@/shared/api/queries";
import { key, useKeys } from "@/shared/keys/useKeys";
import { trimWords } from "@/shared/texts/shots";
import { useTexts } from "@/shared/texts/texts";
import { vFocus } from "@/shared/ui/focus";
import { oneOf } from "@/shared/ui/oneOf";
import { useOfToday } from "@/shared/ui/ofToday";
import Sentence from "@/shared/ui/Sentence.vue";
import { useUnits } from "@/shared/units/units";

const props = defineProps<{ studentId: string }>();
const open = ref(false);
const typed = ref<number | null>(null);
/** Of today alone: nobody looks up in yesterday's wind. */
interface Air {
  temperature: number;
  headwind: number;
  lie?: Schemas["Lie"];
}
const air = useOfToday<Air>("oxgang-look-up-of-today", { temperature: 20, headwind: 0 });
const setAir = (part: Partial<Air>) => (air.value = { ...air.value, ...part });
const lie = computed(() => air.value.lie ?? "fairway");
const number = (event: Event) => Number((event.target as HTMLInputElement).value);
const shots = ref<Schemas["LookedUp"][]>([]);
const error = ref("");
const asking = ref(false);
const student = useStudent(() => props.studentId);
const units = useUnits(() => student.data.value?.units);
const asked = computed(() => [typed.value, air.value, open.value]);
const words = useWords();
const texts = useTexts(() => student.data.value?.units);
/** "56 9:00 stock, ball 3 in back" */
function nameOf({ cell }: Schemas["LookedUp"]): string {
  const how = trimWords(texts.value, {
    ball_position_in: cell.back_in,
    grip_down_in: cell.down_in,
  });
  return [cellName(cell), how].filter(Boolean).join(", ");
}
function basis({ cell, taught }: Schemas["LookedUp"]): string {
  if (!cell.back_in && !cell.down_in) return "estimated";
  return taught ? `trim estimated from ${taught} balls` : "trim by the rule of thumb";
}
let latest = 0;

const ROLES = {
  answer: "",
  other: "reaches it too",
  nearest: "none reaches it: the nearest",
  unplayed: "not played",
};
watch(asked, async () => {
  const mine = ++latest;
  // The answer of the number before never stands under the new number.
  shots.value = [];
  asking.value = true;
  if (!open.value || !typed.value || typed.value < 5) {
    asking.value = false;
    return;
  }
  try {
    const found = await dataOf(
      api.GET("/api/students/{student_id}/lookup", {
        params: {
          path: { student_id: props.studentId },
          query: {
            yardage: units.value.yards(typed.value),
            temperature_c: air.value.temperature || 0,
            headwind_mps: air.value.headwind || 0,
            lie: lie.value,
          },
        },
      }),
    );
    if (mine !== latest) return;
    shots.value = found;
    error.value = "";
  } catch (cause) {
    if (mine === latest) error.value = sentenceOf(cause);
  } finally {
    if (mine === latest) asking.value = false;
  }
});
useKeys("Look up", [
  key("y", "look a yardage up", "y", () => {
    open.value = true;
    typed.value = null;
  }),
]);
</script>

<template>
  <div v-if="open" class="veil" @click.self="open = false">
    <section role="dialog" aria-label="Look a yardage up" @keydown.esc="open = false">
      <div class="ask">
        <label
          ><span class="sr-only">Yardage</span>
          <input
            v-model.number="typed"
            v-focus
            class="slab big"
            type="number"
            inputmode="numeric"
            min="5"
            max="200"
          />
          {{ units.unit }}</label
        >
        <label
          >Air
          <input
            :value="air.temperature"
            type="number"
            min="-30"
            max="55"
            @input="setAir({ temperature: number($event) })"
          />
          °C</label
        >
        <label
          >Headwind
          <input
            :value="air.headwind"
            type="number"
            min="-30"
            max="30"
            step="0.5"
            @input="setAir({ headwind: number($event) })"
          />
          m/s</label
        >
        <label
          >From
          <select
            :value="lie"
            @change="setAir({ lie: oneOf(words.data.value?.lies ?? [], $event) })"
          >
            <option v-for="name in words.data.value?.lies ?? [lie]" :key="name">{{ name }}</option>
          </select></label
        >
        <button type="button" aria-label="Close" @click="open = false">✕</button>
      </div>
      <Sentence :text="error" />
      <ul class="num">
        <li v-for="(shot, i) in shots" :key="nameOf(shot)" :class="[shot.role, { first: i === 0 }]">
          <span v-if="ROLES[shot.role]" class="role">{{ ROLES[shot.role] }}</span>
          <b class="slab">{{ nameOf(shot) }}</b>
          <span>carries {{ units.show(shot.today_yd) }}</span>
          <span class="quiet"
            >runs {{ units.show(shot.run_yd) }} ± {{ units.show(shot.run_sd_yd) }},
            {{ units.show(shot.total_yd) }} in all</span
          >
          <span class="quiet">{{ percent(shot.chance) }} in tolerance</span>
          <span v-if="!shot.cell.balls" class="est">{{ basis(shot) }}</span>
        </li>
      </ul>
      <p v-if="!shots.length && !asking" class="quiet">
        {{ typed ? "No shot is played or measured yet." : "Type a number; Esc closes." }}
      </p>
    </section>
  </div>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 30;
  background: rgb(32 38 31 / 0.35);
}
section {
  max-width: 44rem;
  margin: 5rem auto 0;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  padding: 1rem 1.2rem;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1.1rem;
}
label {
  color: var(--ink-2);
}
input {
  width: 4.4rem;
  min-height: 44px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
input.big {
  width: 7rem;
  font: 700 2.2rem var(--slab);
}
button {
  margin-left: auto;
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  font: inherit;
  cursor: pointer;
  color: var(--ink-2);
}
ul {
  list-style: none;
  margin: 0.6rem 0 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  padding: 0.35rem 0;
  border-bottom: 1px solid var(--line);
}
.role {
  width: 100%;
  color: var(--ink-2);
  font-size: 0.87rem;
}
.nearest .role {
  color: var(--clay);
  font-weight: 600;
}
.unplayed {
  opacity: 0.85;
}
.first b {
  font-size: 1.25rem;
}
</style>
