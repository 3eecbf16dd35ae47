<script setup lang="ts">
import { useLeads } from "@/features/account";
import { Button } from "ant-design-vue";
import { computed, reactive, watch } from "vue";
import { sentenceOf } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import FlightPicture from "../components/FlightPicture.vue";
import StandardsBar from "@/shared/ui/StandardsBar.vue";
import { provideStudent } from "@/shared/student/context";
import RecipeForm from "../components/RecipeForm.vue";
import ShotTable from "../components/ShotTable.vue";
import TodayPanel from "../components/TodayPanel.vue";
import { useFlight, type Scene } from "../composables/flight";

const props = defineProps<{ studentId: string }>();
const leads = useLeads();
const words = useWords();
const { student, units } = provideStudent(() => props.studentId);
// A half swing with a wedge is about this quick; the gate is the lesson tee's 3.5 feet at 6 feet.
const scene = reactive<Scene>({
  clubId: "",
  club_speed_mps: 25,
  lie: "fairway",
  firmness: "medium",
  ball: "premium",
  grooves: "clean",
  wet: false,
  temperature_c: 20,
  headwind_mps: 0,
  gate: { height_m: 1.07, distance_m: 1.83 },
  tape: { height_m: 1.6, distance_m: 3 },
});
watch(
  () => student.data.value?.clubs.filter((club) => club.in_use),
  (clubs) => {
    if (!scene.clubId && clubs?.length) {
      scene.clubId = clubs[Math.min(1, clubs.length - 1)]?.id ?? "";
    }
  },
  { immediate: true },
);
const flight = useFlight({ studentId: props.studentId, scene });
const { draft, compare, shots, others, error, saved, touching } = flight;
const order = computed(() => words.data.value?.trajectories ?? []);
const SCHOOLS = { shallow: "Shallow, neutral", "ball-back": "Ball back" };
const inOrder = computed(() =>
  [...shots.value].sort((a, b) => order.value.indexOf(a.trajectory) - order.value.indexOf(b.trajectory)),
);
const FIRMNESS = ["soft", "medium", "firm"] as const;
</script>

<template>
  <div class="page">
    <Sentence v-if="flight.kept.error.value" :text="sentenceOf(flight.kept.error.value)" />
    <Waiting
      v-else-if="!flight.kept.data.value || !student.data.value || !words.data.value"
      what="the set-ups"
    />
    <NoClubs
      v-else-if="!student.data.value.clubs.length"
      :student-id="studentId"
      next="Add a club with its loft first."
    />
    <div v-else class="columns">
      <section class="sheet">
        <div class="head">
          <h1>Set-ups</h1>
          <Button class="push" type="primary" @click="flight.keep">Save</Button>
        </div>
        <p v-if="saved" class="quiet" role="status">Saved.</p>
        <p v-if="flight.kept.data.value?.converting" class="quiet" role="status">
          The carries still follow the set-ups of before. They change within a minute.
        </p>
        <label class="school"
          >Start from
          <select
            :value="draft.school"
            @change="flight.startFrom(($event.target as HTMLSelectElement).value as typeof draft.school)"
          >
            <option v-for="(name, school) in SCHOOLS" :key="school" :value="school">
              {{ name }}
            </option>
          </select></label
        >
        <StandardsBar
          kind="set-up"
          what="Standard"
          :leads="leads"
          :current="() => ({ set_ups: { school: draft.school, recipes: draft.recipes } })"
          @choose="(one) => one.set_ups && flight.takeStandard(one.set_ups)"
        />
        <template v-for="trajectory in order" :key="trajectory">
          <RecipeForm
            v-if="draft.recipes[trajectory]"
            v-model="draft.recipes[trajectory]"
            :trajectory="trajectory"
            :limits="flight.kept.data.value.limits as Record<string, [number, number]>"
            :adjustment="units.adjustment"
          />
        </template>
      </section>
      <div class="right">
        <div class="head controls">
          <label
            >Club
            <select v-model="scene.clubId">
              <option
                v-for="club in student.data.value.clubs.filter((c) => c.in_use)"
                :key="club.id"
                :value="club.id"
              >
                {{ club.label }}
              </option>
            </select></label
          >
          <label class="speed"
            >Club speed
            <b class="num">{{ units.speed.show(scene.club_speed_mps) }} {{ units.speed.sign }}</b>
            <input
              v-model.number="scene.club_speed_mps"
              type="range"
              min="8"
              max="45"
              step="0.5"
              :aria-label="`Club speed in ${units.speed.sign}`"
          /></label>
          <label
            >Lie
            <select v-model="scene.lie">
              <option v-for="lie in words.data.value.lies" :key="lie">{{ lie }}</option>
            </select></label
          >
          <label
            >Ball
            <select v-model="scene.ball">
              <option v-for="ball in words.data.value.balls" :key="ball">{{ ball }}</option>
            </select></label
          >
          <label
            >Grooves
            <select v-model="scene.grooves">
              <option>clean</option>
              <option>worn</option>
            </select></label
          >
          <label><input v-model="scene.wet" type="checkbox" /> wet</label>
          <label
            >Green
            <select v-model="scene.firmness">
              <option v-for="firmness in FIRMNESS" :key="firmness">{{ firmness }}</option>
            </select></label
          >
          <label class="speed"
            >Air <b class="num">{{ units.air.show(scene.temperature_c) }} {{ units.air.sign }}</b>
            <input
              v-model.number="scene.temperature_c"
              type="range"
              min="-5"
              max="40"
              :aria-label="`Temperature in ${units.air.sign}`"
          /></label>
          <label class="speed"
            >{{ scene.headwind_mps < 0 ? "Tailwind" : "Headwind" }}
            <b class="num">{{ units.speed.show(Math.abs(scene.headwind_mps)) }} {{ units.speed.sign }}</b>
            <input
              v-model.number="scene.headwind_mps"
              type="range"
              min="-10"
              max="10"
              step="0.5"
              :aria-label="`Wind into the shot in ${units.speed.sign}`"
          /></label>
          <label class="check"
            ><input v-model="compare" type="checkbox" /> compared with
            {{ SCHOOLS[flight.otherSchool.value].toLowerCase() }}</label
          >
        </div>
        <Sentence :text="error" />
        <!-- All of it together: a picture that came later would push away what is read. -->
        <Waiting v-if="!shots.length && !error" what="the flights" />
        <FlightPicture
          v-if="shots.length"
          v-model:gate="scene.gate"
          v-model:tape="scene.tape"
          :shots="inOrder"
          :others="others"
          :metres-per-yard="words.data.value.m_per_yd"
          :stock-window="flight.windows.value.stock ?? [28, 34]"
        />
        <p class="quiet">
          <template v-if="touching.gate !== null && touching.tape !== null"
            >Stock ball: bar {{ touching.gate.toFixed(1) }}°, tape {{ touching.tape.toFixed(1) }}°. </template
          >Cap the ends of gates and rods and keep clear of the swing. Nobody beside or behind a net. Your
          range's rules come first.
        </p>
        <ShotTable
          v-if="shots.length"
          :shots="inOrder"
          :others="others"
          :other-name="SCHOOLS[flight.otherSchool.value]"
          :windows="flight.windows.value"
          :measured="flight.measured.value"
        />
        <TodayPanel
          v-if="shots.length || error"
          class="today"
          :student-id="studentId"
          :temperature-c="scene.temperature_c"
          :headwind-mps="scene.headwind_mps"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 18rem minmax(0, 1fr);
  gap: 1.4rem;
  align-items: start;
}
.school {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  margin-bottom: 0.6rem;
}
.controls {
  align-items: end;
  gap: 0.5rem 1.1rem;
}
label {
  color: var(--ink-2);
}
.controls label {
  display: flex;
  align-items: center;
  gap: 0.4rem;
}
.controls .speed {
  display: grid;
  grid-template-columns: auto auto;
  gap: 0 0.4rem;
}
.controls .speed input {
  grid-column: 1 / -1;
  width: 8.5rem;
  accent-color: var(--accent);
}
b {
  color: var(--ink);
}
.today {
  margin-top: 1.2rem;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  /* The flights before what they are made from. */
  .right {
    order: -1;
  }
}
</style>
