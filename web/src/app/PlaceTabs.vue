<script setup lang="ts">
/** The pages of one place beside each other: tabs, or steps that show how far one is. */
import { computed } from "vue";
import { useRoute } from "vue-router";
import { tabsOf } from "./places";

const props = defineProps<{ studentId: string }>();
const route = useRoute();
const name = computed(() => String(route.meta["place"] ?? route.name ?? ""));
const tabs = computed(() => tabsOf(name.value));
/** Ways of hitting stand under their step. */
const here = computed(() => {
  const pages = tabs.value?.pages.map((page) => page.name) ?? [];
  if (pages.includes(String(route.name))) return route.name;
  return route.name === "chart" ? "import" : name.value;
});
const to = (page: string) => ({ name: page, params: { studentId: props.studentId } });
</script>

<template>
  <nav v-if="tabs" class="tabs" :class="{ steps: tabs.steps }" :aria-label="tabs.steps ? 'Steps' : 'Tabs'">
    <RouterLink
      v-for="(page, i) in tabs.pages"
      :key="page.name"
      :to="to(page.name)"
      :class="{ here: page.name === here }"
      :aria-current="page.name === here ? (tabs.steps ? 'step' : 'page') : undefined"
      ><span v-if="tabs.steps" class="number" aria-hidden="true">{{ i + 1 }}</span
      >{{ page.tab ?? page.label }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 0.3rem;
  padding: 0 1.5rem;
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
  overflow-x: auto;
}
a {
  display: flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 44px;
  padding: 0 0.8rem;
  border-bottom: 3px solid transparent;
  color: var(--ink-2);
  text-decoration: none;
  white-space: nowrap;
}
a:hover {
  color: var(--ink);
}
a.here {
  border-bottom-color: var(--accent);
  color: var(--ink);
  font-weight: 650;
}
.steps a + a::before {
  content: "›";
  margin-right: 0.5rem;
  color: var(--ink-2);
  font-weight: 400;
}
.number {
  display: inline-grid;
  place-items: center;
  width: 1.5em;
  height: 1.5em;
  border: 1px solid currentColor;
  border-radius: 50%;
  font-size: 0.85em;
}
@media (max-width: 640px) {
  .tabs {
    padding: 0 0.75rem;
  }
}
</style>
