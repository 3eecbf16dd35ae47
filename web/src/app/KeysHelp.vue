<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from "vue";
import { key, keyGroups, useKeys } from "@/shared/keys/useKeys";

const dialog = useTemplateRef<HTMLDialogElement>("dialog");
const open = ref(false);
async function show(): Promise<void> {
  open.value = true;
  await nextTick();
  dialog.value?.showModal();
}
useKeys("On every page", [
  key("?", "show these shortcuts", "?", () => void show()),
  { shown: "Esc", does: "leave a text field or a dialog" },
  { shown: "Ctrl Enter", does: "save from a text field" },
  { shown: "Tab, Enter", does: "move between buttons and press one" },
]);
</script>

<template>
  <dialog
    v-if="open"
    ref="dialog"
    role="dialog"
    aria-labelledby="keys-title"
    @close="open = false"
    @click.self="dialog?.close()"
  >
    <div class="inside">
      <div class="head">
        <h2 id="keys-title">Shortcuts on this page</h2>
        <button type="button" aria-label="Close" @click="dialog?.close()">✕</button>
      </div>
      <section v-for="group in keyGroups" :key="group.title">
        <h3>{{ group.title }}</h3>
        <dl>
          <template v-for="binding in group.bindings" :key="binding.shown">
            <dt>
              <kbd>{{ binding.shown }}</kbd>
            </dt>
            <dd>{{ binding.does }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </dialog>
</template>

<style scoped>
dialog {
  width: min(34rem, calc(100vw - 2rem));
  max-height: 85vh;
  padding: 0;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
}
dialog::backdrop {
  background: rgb(32 38 31 / 0.35);
}
.inside {
  padding: 1rem 1.3rem;
}
.head button {
  margin-left: auto;
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  font: inherit;
  color: var(--ink-2);
  cursor: pointer;
}
dl {
  display: grid;
  grid-template-columns: minmax(6rem, max-content) 1fr;
  gap: 0.3rem 1rem;
  margin: 0.4rem 0 1rem;
}
dd {
  margin: 0;
}
</style>
