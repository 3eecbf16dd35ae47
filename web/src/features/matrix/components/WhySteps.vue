<script setup lang="ts">
/** How a number comes about: what it starts from, and what each reason adds, so that it adds up. */
import { computed } from "vue";
import type { Why } from "../composables/inspect";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{ why: Why; balls: number }>();
const { units } = useStudentContext();
type Reason = Why["steps"][number]["reason"];
const NAMES = computed<Record<Reason, string>>(() => ({
  own: props.balls === 1 ? "its own balls" : `its own ${props.balls} balls`,
  rule: "rule of thumb",
  shorter: "shorter swings carry more than their share",
  others: "all other balls",
  order: "longer swing or less loft can't be shorter",
  held: "held to its own balls",
}));
/** Rounded where each step stands, so that what is shown adds up to the number shown. */
const rows = computed(() => {
  const stands = props.why.steps.map((step) => Number(units.value.show(step.stands_yd, 1)));
  return props.why.steps.flatMap((step, i) => {
    const by = (stands[i] ?? 0) - (stands[i - 1] ?? 0);
    if (i && Math.abs(by) < 0.05) return [];
    const shown = i ? `${by < 0 ? "−" : "+"}${Math.abs(by).toFixed(1)}` : by.toFixed(1);
    return [{ name: NAMES.value[step.reason], shown }];
  });
});
const total = computed(() => units.value.show(props.why.steps.at(-1)?.stands_yd ?? 0, 1));
</script>

<template>
  <section>
    <h3>Why {{ total }}</h3>
    <dl class="num">
      <div v-for="row in rows" :key="row.name">
        <dt>{{ row.name }}</dt>
        <dd>{{ row.shown }}</dd>
      </div>
      <div v-if="rows.length > 1" class="sum">
        <dt>carry</dt>
        <dd class="slab">{{ total }}</dd>
      </div>
    </dl>
    <p v-if="why.strongest.length" class="quiet near">
      Most from:
      <template v-for="(n, i) in why.strongest.slice(0, 2)" :key="i"
        >{{ i ? ", " : "" }}{{ n.club }} at {{ n.arm_deg.toFixed(0) }}° {{ n.trajectory }} ({{ n.balls }}
        {{ n.balls === 1 ? "ball" : "balls" }}, {{ units.show(n.carry_yd) }})</template
      >.
    </p>
  </section>
</template>

<style scoped>
dl {
  margin: 0.2rem 0 0;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 0.6rem;
}
dd {
  margin: 0;
  white-space: nowrap;
}
.sum {
  border-top: 1px solid var(--line-strong);
  font-weight: 650;
}
.near {
  margin: 0.2rem 0 0;
  font-size: 0.93rem;
}
</style>
