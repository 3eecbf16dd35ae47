<script setup lang="ts">
/** The places on the bar, as many as have room; the others fold out behind the last. */
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import { useWidth } from "@/shared/ui/width";
import { useRoute } from "vue-router";
import BarMenu from "./BarMenu.vue";

export interface Place {
  name: string;
  label: string;
  letter: string;
  to: string;
}
const props = defineProps<{ places: Place[] }>();
const route = useRoute();
const nav = useTemplateRef<HTMLElement>("nav");
const ruler = useTemplateRef<HTMLElement>("ruler");
const width = useWidth(nav);
const wanted = useWidth(ruler);
// None before they are measured: what has no room is not made, only to be taken away.
const fits = ref(0);
/** What the fold itself takes. */
const FOLD_EM = 5;

async function measure(): Promise<void> {
  await nextTick();
  const marks = [...(ruler.value?.children ?? [])] as HTMLElement[];
  if (!width.value || !marks.length) return;
  const em = parseFloat(getComputedStyle(document.documentElement).fontSize);
  const sizes = marks.map((mark) => mark.offsetWidth);
  const all = sizes.reduce((sum, size) => sum + size, 0);
  if (all <= width.value) {
    fits.value = sizes.length;
    return;
  }
  let left = width.value - FOLD_EM * em;
  fits.value = Math.max(
    0,
    sizes.findIndex((size) => (left -= size) < 0),
  );
}
watch([width, wanted, () => props.places], measure, { immediate: true, flush: "post" });

const isHere = (place: Place) => (route.meta["place"] ?? route.name) === place.name;
const shown = computed(() => props.places.slice(0, fits.value));
const folded = computed(() => props.places.slice(fits.value));
const hereFolded = computed(() => folded.value.find(isHere));
</script>

<template>
  <nav ref="nav" aria-label="Pages">
    <RouterLink
      v-for="place in shown"
      :key="place.name"
      :to="place.to"
      :class="{ here: isHere(place) }"
      :aria-current="route.name === place.name ? 'page' : undefined"
      >{{ place.label }}</RouterLink
    >
    <BarMenu
      v-if="folded.length"
      class="fold"
      :label="hereFolded?.label ?? 'More'"
      :here="!!hereFolded"
      description="More pages"
    >
      <RouterLink
        v-for="place in folded"
        :key="place.name"
        :to="place.to"
        :aria-current="route.name === place.name ? 'page' : undefined"
        >{{ place.label }} <kbd v-if="place.letter">g {{ place.letter }}</kbd></RouterLink
      >
    </BarMenu>
    <div ref="ruler" class="ruler" aria-hidden="true">
      <span v-for="place in places" :key="place.name" class="mark">{{ place.label }}</span>
    </div>
  </nav>
</template>

<style scoped>
nav {
  position: relative;
  display: flex;
  flex: 1 1 0;
  min-width: 0;
  align-self: stretch;
}
nav > a,
.mark {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 0.5rem;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
  white-space: nowrap;
}
nav > a {
  color: var(--bar-ink-2);
  text-decoration: none;
}
nav > a:hover {
  color: var(--bar-ink);
}
nav > a.here {
  color: var(--bar-ink);
  font-weight: 650;
  border-bottom-color: #d08a33;
}
.ruler {
  position: absolute;
  display: flex;
  visibility: hidden;
  pointer-events: none;
  height: 0;
  overflow: hidden;
  font-weight: 650;
}
kbd {
  color: inherit;
  background: none;
  border-color: #6d7567;
}
</style>
