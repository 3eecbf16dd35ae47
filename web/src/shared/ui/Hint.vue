<script setup lang="ts">
/** A word of the trade with what it means: shown by a press, hidden by Escape or a press elsewhere. */
import { onClickOutside } from "@vueuse/core";
import { computed, ref, useId, useTemplateRef } from "vue";
import { useTexts } from "@/shared/texts/texts";
import type { Schemas } from "@/shared/api/client";

const props = defineProps<{ word: Schemas["Term"]; units?: string | undefined }>();
const texts = useTexts(() => props.units);
const box = useTemplateRef<HTMLElement>("box");
const open = ref(false);
const toLeft = ref(false);
const id = useId();
const about = computed(() => texts.value.format(`word-${props.word}.about`));
const WIDE = 300;
onClickOutside(box, () => (open.value = false));
function turn(): void {
  toLeft.value = (box.value?.getBoundingClientRect().left ?? 0) > window.innerWidth - WIDE;
  open.value = !open.value;
}
</script>

<template>
  <span ref="box" class="hint" @keydown.esc.stop="open = false">
    <button type="button" :aria-expanded="open" :aria-controls="open ? id : undefined" @click.stop="turn">
      <slot>{{ texts.name("word", word).toLowerCase() }}</slot></button
    ><span v-if="open" :id="id" class="bubble" :class="{ toLeft }" role="note"
      ><b>{{ texts.name("word", word) }}</b
      >: {{ about }}</span
    >
  </span>
</template>

<style scoped>
.hint {
  position: relative;
}
button {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted currentColor;
  background: none;
  color: inherit;
  font: inherit;
  line-height: inherit;
  cursor: help;
}
.bubble {
  position: absolute;
  top: calc(100% + 0.35rem);
  left: 0;
  z-index: 15;
  width: max-content;
  max-width: min(19rem, 80vw);
  padding: 0.5rem 0.7rem;
  background: var(--bar);
  color: var(--bar-ink);
  border-radius: 3px;
  font: 400 0.95rem/1.4 var(--text);
  text-align: left;
  white-space: normal;
}
.bubble.toLeft {
  left: auto;
  right: 0;
}
</style>
