<script setup lang="ts">
/** The units of every screen: each student's own, or one set for all of them. */
import { computed, ref } from "vue";
import { useAccount } from "@/features/account";
import { sentenceOf, type Schemas } from "@/shared/api/client";
import { useStudent, useWords } from "@/shared/api/queries";
import { unitNames } from "@/shared/units/names";
import { useUnits } from "@/shared/units/units";

const props = defineProps<{ studentId: string }>();
const account = useAccount();
const words = useWords();
const student = useStudent(() => props.studentId);
const units = useUnits(() => (props.studentId ? student.data.value?.units : undefined));
const names = computed(() => unitNames(words.data.value?.units ?? {}));
const trouble = ref("");

async function choose(event: Event): Promise<void> {
  trouble.value = "";
  const field = event.target as HTMLSelectElement;
  try {
    await account.chooseUnits(field.value as Schemas["OwnUnits"]["units"]);
  } catch (cause) {
    trouble.value = sentenceOf(cause);
    field.value = account.coach?.units ?? "";
  }
}
</script>

<template>
  <label data-units class="units" :title="trouble || 'Units of every screen'">
    <span class="sr-only">Units</span>
    <select :value="account.coach?.units ?? ''" :class="{ trouble }" @change="choose">
      <option value="">{{ units.unit || "units" }}: each student's own</option>
      <option v-for="[id, name] in names" :key="id" :value="id">{{ name }}</option>
    </select>
    <span aria-hidden="true">{{ units.unit }}</span>
  </label>
</template>

<style scoped>
.units {
  position: relative;
  display: inline-flex;
  align-items: center;
  min-width: 44px;
  min-height: 44px;
  justify-content: center;
  color: var(--bar-ink);
}
/* The short sign is seen; the whole list opens on it. */
select {
  position: absolute;
  inset: 0;
  width: 100%;
  opacity: 0;
  cursor: pointer;
}
.units:focus-within {
  outline: 2px solid #e8b468;
  outline-offset: -3px;
}
.units:hover span {
  text-decoration: underline;
}
.trouble + span {
  color: #f0a38f;
}
</style>
