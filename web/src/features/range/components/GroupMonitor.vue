<script setup lang="ts">
/** The monitor of a group: which one, and whether it goes along with whoever is up. */
import { useQuery } from "@pinia/colada";
import { computed } from "vue";
import { api, dataOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { changing, useKeys } from "@/shared/keys/useKeys";
import type { useGroup } from "../composables/group";

const props = defineProps<{ group: ReturnType<typeof useGroup> }>();
const devices = useQuery({
  key: keys.devices,
  query: () => dataOf(api.GET("/api/devices")),
});
const live = computed(() => (devices.data.value ?? []).filter((d) => !d.revoked_at));
const monitor = computed(() => props.group.group.value?.monitor ?? null);
const place = computed(() => props.group.standsAt.value);
const taken = computed(() => props.group.error.value.includes(" plays for "));
let wanted: number | null = null;

function choose(event: Event): void {
  const value = (event.target as HTMLSelectElement).value;
  wanted = value ? Number(value) : null;
  void props.group.useMonitor(wanted);
}
function stand(event: Event): void {
  const value = (event.target as HTMLSelectElement).value;
  props.group.standMonitor(value ? Number(value) : null);
}
/** The next monitor, and none after the last. */
function turn(): void {
  const ids = live.value.map((device) => device.id);
  wanted = ids[monitor.value ? ids.indexOf(monitor.value.id) + 1 : 0] ?? null;
  void props.group.useMonitor(wanted);
}
useKeys("Monitor", [
  changing("v", "the next monitor, or none", "v", () =>
    taken.value && wanted ? void props.group.useMonitor(wanted, true) : turn(),
  ),
]);
</script>

<template>
  <section v-if="live.length || monitor" class="monitor">
    <label
      >Monitor
      <select :value="monitor?.id ?? ''" @change="choose">
        <option value="">none</option>
        <option v-for="device in live" :key="device.id" :value="device.id">
          {{ device.name }}
        </option>
      </select></label
    >
    <label v-if="monitor"
      >is
      <select :value="place ?? ''" @change="stand">
        <option value="">with the current student</option>
        <option v-for="bay in group.bays.value" :key="bay.number" :value="bay.number">
          at bay {{ bay.number }}
        </option>
      </select></label
    >
    <button v-if="taken && wanted" type="button" @click="group.useMonitor(wanted, true)">Use it here</button>
    <RouterLink v-if="monitor?.waiting" to="/devices"
      >{{ monitor.waiting }} of its balls unassigned</RouterLink
    >
  </section>
</template>

<style scoped>
.monitor {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
  border-top: 1px solid var(--line);
  margin-top: 0.8rem;
  padding-top: 0.5rem;
  color: var(--ink-2);
}
select,
button {
  min-height: 44px;
}
button {
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  padding: 0 0.8rem;
}
</style>
