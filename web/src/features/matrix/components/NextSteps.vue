<script setup lang="ts">
/** What is worth doing next with this student, at most three things, the first with the filled button. */
import { Button } from "ant-design-vue";
import { computed } from "vue";
import { useRouter } from "vue-router";
import { halfInterval } from "@/shared/api/cells";
import type { Matrix } from "@/shared/api/queries";
import { count } from "@/shared/format/numbers";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{ studentId: string; matrix: Matrix }>();
const emit = defineEmits<{ hit: [] }>();
const router = useRouter();
const { units } = useStudentContext();
/** More would be a list again. */
const MOST = 3;
const go = (name: string) => void router.push({ name, params: { studentId: props.studentId } });
/** A gap narrower than this is a step beside a shot. */
const WIDE_YD = 3;

const steps = computed(() => {
  const { matrix } = props;
  const used = matrix.cells.filter((cell) => cell.play === "played");
  const wide = used.filter((cell) => halfInterval(cell) > matrix.ground.tolerance_yd).length;
  const odd = matrix.conflicts.length + matrix.against.length + matrix.suspects.length;
  const gaps = matrix.ground.unplayed.filter((gap) => gap.width >= WIDE_YD);
  const gap = gaps.reduce<(typeof gaps)[number] | null>(
    (most, one) => (most && most.width >= one.width ? most : one),
    null,
  );
  const all = [
    matrix.waiting > 0 && {
      text: `${count(matrix.waiting, "ball")} to confirm. ${matrix.waiting === 1 ? "It isn't" : "They aren't"} in these carries yet.`,
      press: "Confirm balls",
      go: () => go("review"),
    },
    odd > 0 && {
      text: `${count(odd, "carry", "carries")} ${odd === 1 ? "needs" : "need"} checking.`,
      press: "See what to check",
      go: () => document.getElementById("needs-checking")?.scrollIntoView({ block: "center" }),
    },
    !matrix.chosen && {
      text: "No shots chosen for the card yet.",
      press: "Choose shots",
      go: () => go("shots"),
    },
    wide > 0 && {
      text: `${count(wide, "carry", "carries")} in use ${wide === 1 ? "is" : "are"} uncertain (over ± ${Number(units.value.show(matrix.ground.tolerance_yd, 1))} ${units.value.unit}).`,
      press: "Plan a check-up",
      go: () => go("plan"),
    },
    gap && {
      text: `Widest gap ${units.value.show(gap.from_yd)} to ${units.value.show(gap.to_yd)} ${units.value.unit}.`,
      press: "Close the gap",
      go: () => go("gaps"),
    },
  ];
  const found = all.filter((one) => !!one).slice(0, MOST);
  const hit = { text: "All carries confirmed.", press: "Hit balls", go: () => emit("hit") };
  return found.length ? found : [hit];
});
</script>

<template>
  <section class="next">
    <h2>Do next</h2>
    <div v-for="(step, i) in steps" :key="step.press">
      <p>{{ step.text }}</p>
      <Button :type="i ? 'default' : 'primary'" block @click="step.go">{{ step.press }}</Button>
    </div>
  </section>
</template>

<style scoped>
.next {
  display: grid;
  gap: 0.9rem;
  margin-top: 1rem;
}
h2,
p {
  margin: 0;
}
p {
  margin-bottom: 0.35rem;
}
</style>
