<script setup lang="ts">
/** How much the cell's own balls, the others and the rule of thumb contribute, and what each says. */
import { computed } from "vue";
import type { UnitWords } from "@/shared/units/units";
import { percent } from "@/shared/format/numbers";
import type { Why } from "../composables/inspect";

const props = defineProps<{ why: Why; units: UnitWords; carryYd: number }>();
const rows = computed(() => [
  { name: "own balls", tone: "own", ...props.why.own },
  { name: "other cells", tone: "others", ...props.why.neighbours },
  { name: "rule of thumb", tone: "rule", ...props.why.rule },
]);
</script>

<template>
  <section>
    <h3>Why {{ units.show(carryYd) }}</h3>
    <ul>
      <li v-for="row in rows" :key="row.name">
        <span class="bar"
          ><i :class="row.tone" :style="{ width: `${Math.max(1, 100 * row.share)}%` }"
        /></span>
        <span class="num share">{{ percent(row.share) }}</span>
        <span class="name"
          >{{ row.name
          }}<template v-if="row.carry_yd !== null"
            >: <b class="num">{{ units.show(row.carry_yd) }}</b></template
          ></span
        >
      </li>
    </ul>
    <p v-if="why.strongest.length && why.own.share < 0.9" class="quiet near">
      Most of the others:
      <template v-for="(n, i) in why.strongest.slice(0, 2)" :key="i"
        >{{ i ? ", " : "" }}{{ n.club }} at {{ n.arm_deg.toFixed(0) }}° {{ n.trajectory }} ({{
          n.balls
        }}
        balls, {{ units.show(n.carry_yd) }})</template
      >.
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0.2rem 0 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 5.2rem 2.6rem 1fr;
  align-items: center;
  gap: 0.4rem;
}
.bar {
  height: 0.7rem;
}
.bar i {
  display: block;
  height: 100%;
}
.own {
  background: var(--field);
}
.others {
  background: var(--slate);
}
.rule {
  background: var(--line-strong);
}
.share {
  text-align: right;
}
.near {
  margin: 0.2rem 0 0;
  font-size: 0.93rem;
}
</style>
