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
  <!-- Choosing closes no menu around it. -->
  <label data-units class="units" :title="trouble || 'Units on screen'" @click.stop>
    Units
    <select :value="account.coach?.units ?? ''" :class="{ trouble }" @change="choose">
      <option value="">{{ units.unit || "units" }}, each student's own</option>
      <option v-for="[id, name] in names" :key="id" :value="id">{{ name }}</option>
    </select>
  </label>
</template>

<style scoped>
.units {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
  min-height: 44px;
  padding: 0 1rem;
  color: var(--bar-ink);
}
select {
  min-height: 34px;
  max-width: 11rem;
  border: 1px solid #6d7567;
  border-radius: 3px;
  background: #3a4138;
  color: var(--bar-ink);
  font: inherit;
}
.trouble {
  border-color: #f0a38f;
}
</style>
