<script setup lang="ts">
/** How wide the balls are and where they start: of all, by club, by session. */
import { computed } from "vue";
import { sentenceOf } from "@/shared/api/client";
import { shortDay } from "@/shared/format/dates";
import { useStudentContext } from "@/shared/student/context";
import { biasWords, OVAL, useSides, widthWords, type Side } from "@/shared/student/sides";
import Sentence from "@/shared/ui/Sentence.vue";
import SpreadOval from "@/shared/ui/SpreadOval.vue";

/** How solid balls scatter along, a share of the carry; null where too few were hit. */
defineProps<{ along: number | null }>();
const { units, profile, studentId } = useStudentContext();
const sides = useSides(studentId);
/** Shares of the carry are told at one distance, a round one in the reader's unit. */
const AT = 60;
const atYd = computed(() => units.value.stored(AT));
const LATEST = 6;
const words = (side: Side) => ({
  width: widthWords(units.value, side, atYd.value),
  bias: biasWords(units.value, profile.value, side, atYd.value),
});
const all = computed(() => {
  const side = sides.data.value?.student;
  return side?.claimed ? side : null;
});
const clubs = computed(() => sides.data.value?.clubs.filter(({ side }) => side.claimed) ?? []);
const sessions = computed(() => (sides.data.value?.sessions ?? []).slice(-LATEST).reverse());
</script>

<template>
  <details class="sheet">
    <summary>To the side</summary>
    <Sentence v-if="sides.error.value" :text="sentenceOf(sides.error.value)" />
    <p v-else-if="!sides.data.value" class="quiet">Loading…</p>
    <p v-else-if="!all" class="quiet">
      Shown after eight balls with a side. Touch landings on Range, or import them.
    </p>
    <template v-else>
      <div class="top">
        <SpreadOval
          v-if="along !== null"
          :along-yd="OVAL * along * atYd"
          :across-yd="OVAL * all.width * atYd"
          :right-yd="all.bias * atYd"
          :units="units"
          :words="`${words(all).width}, ${words(all).bias}`"
        />
        <p class="num">
          At {{ AT }} {{ units.unit }}, {{ words(all).width }}, {{ words(all).bias }}. {{ all.balls }} balls.
        </p>
      </div>
      <table class="plain">
        <thead>
          <tr>
            <th>Club</th>
            <th>At {{ AT }} {{ units.unit }}</th>
            <th>Balls</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ club, side } in clubs" :key="club">
            <td>{{ club }}</td>
            <td class="num">{{ words(side).width }}, {{ words(side).bias }}</td>
            <td class="num">{{ side.balls }}</td>
          </tr>
        </tbody>
      </table>
      <details>
        <summary>By session</summary>
        <p v-for="{ day, side } in sessions" :key="day" class="num">
          <b>{{ shortDay(day) }}</b> {{ words(side).bias }}, {{ side.balls }} balls
        </p>
      </details>
    </template>
  </details>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem 1rem;
}
.top p {
  flex: 1 1 12rem;
  margin: 0;
}
table {
  width: 100%;
  margin: 0.6rem 0;
}
p {
  margin: 0.3rem 0;
}
.sheet > summary {
  font: 650 1.2rem var(--slab);
  cursor: pointer;
}
</style>
