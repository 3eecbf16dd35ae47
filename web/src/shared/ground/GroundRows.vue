<script setup lang="ts">
/** The ground at several times, one under the other: how it comes under the plough, and what falls
 * back to doubtful. */
import { scaleLinear } from "d3-scale";
import { computed, useTemplateRef } from "vue";
import { useWidth } from "@/shared/ui/width";
import type { Schemas } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import Hint from "@/shared/ui/Hint.vue";
import { useStudentContext } from "@/shared/student/context";
import SmallGround from "./SmallGround.vue";

const props = defineProps<{
  title: string;
  /** What the shares at the right are of. */
  about: string;
  rows: { name: string; strips: Schemas["StripOut"][]; share: number }[];
  from: number;
  to: number;
}>();
const { units } = useStudentContext();
const cell = useTemplateRef<HTMLTableCellElement>("cell");
const width = useWidth(cell);
const ticks = computed(() => {
  const ends = [units.value.value(props.from), units.value.value(props.to + 1)];
  const x = scaleLinear().domain(ends).range([0, 100]);
  return x.ticks(8).map((value) => ({ value, left: x(value) }));
});
</script>

<template>
  <figure>
    <figcaption>
      <b>{{ title }}</b>
      <span class="quiet"
        >{{ about }}, {{ units.unit }}; <i class="sure" /> within tolerance, <i class="loose" />
        <Hint word="doubtful">uncertain</Hint></span
      >
    </figcaption>
    <table class="num">
      <tbody>
        <tr v-for="(row, i) in rows" :key="row.name">
          <th scope="row">{{ row.name }}</th>
          <td :ref="i === 0 ? 'cell' : undefined" class="strip">
            <SmallGround :from="from" :to="to" :strips="row.strips" :width="width || 400" />
          </td>
          <td class="share">{{ percent(row.share) }}</td>
        </tr>
      </tbody>
      <tfoot aria-hidden="true">
        <tr>
          <td />
          <td class="axis">
            <span v-for="tick in ticks" :key="tick.value" :style="{ left: `${tick.left}%` }">{{
              tick.value
            }}</span>
          </td>
          <td />
        </tr>
      </tfoot>
    </table>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.6rem;
}
i {
  display: inline-block;
  width: 1.2rem;
  height: 0.7rem;
  margin: 0 0.3rem;
  vertical-align: -0.05rem;
}
.sure {
  background: var(--field);
}
.loose {
  background: var(--field-ground);
  border: 1px dashed var(--field);
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  width: 4.2rem;
  text-align: left;
  font-weight: 400;
  color: var(--ink-2);
}
.share {
  width: 3.6rem;
  text-align: right;
}
td,
th {
  padding: 0.12rem 0;
}
.axis {
  position: relative;
  height: 1.4rem;
  border-top: 1px solid var(--line-strong);
}
.axis span {
  position: absolute;
  transform: translateX(-50%);
  font-size: 0.87rem;
  color: var(--ink-2);
}
</style>
