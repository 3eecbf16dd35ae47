<script setup lang="ts">
/** How to read the ground, the keys that matter first, and every term when it is asked for. */
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import { useWords } from "@/shared/api/queries";
import { useTexts } from "@/shared/texts/texts";
import { useUnits } from "@/shared/units/units";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import GroundPicture from "../components/GroundPicture.vue";
import { useLook } from "../composables/look";

const words = useWords();
const texts = useTexts();
const units = useUnits();
const look = useLook();
const route = useRoute();
const sought = ref(String(route.query["word"] ?? ""));
const all = computed(() =>
  (words.data.value?.glossary ?? []).map((id) => ({
    id,
    name: texts.value.name("word", id),
    about: texts.value.format(`word-${id}.about`),
  })),
);
/** All terms are a long list: they come with a search, or when they are asked for. */
const every = ref(false);
const shown = computed(() => {
  if (!every.value && !sought.value.trim()) return [];
  const wanted = sought.value.trim().toLowerCase();
  const named = (name: string) => (wanted && name.toLowerCase().includes(wanted) ? 0 : 1);
  return all.value
    .filter((w) => `${w.name} ${w.about} ${w.id}`.toLowerCase().includes(wanted))
    .sort((a, b) => named(a.name) - named(b.name));
});
const KEYS = [
  ["/", "search"],
  ["g, then a letter", "go to a page"],
  ["y", "look up a distance"],
  ["?", "shortcuts of this page"],
  ["digits, Enter", "Range: log a ball"],
  ["f t h o x", "Range: fat, thin, heel, toe, hard"],
  ["u", "Range: undo the last ball"],
  ["Enter", "Confirm: confirm the balls"],
  ["Tab, Enter", "next button, press it"],
  ["Esc", "leave a field, close a panel"],
];
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Help</h1>
      <span class="push">
        <button type="button" class="press" @click="look.start()">Two-minute tour</button>
      </span>
    </div>
    <Sentence :text="look.error.value" />
    <Waiting v-if="!words.data.value" what="help" />
    <template v-else>
      <h2>How to read the ground</h2>
      <GroundPicture :units="units" />
      <div class="columns">
        <section>
          <div class="head">
            <h2>Terms</h2>
            <input v-model="sought" type="search" aria-label="Search terms" placeholder="Search terms" />
          </div>
          <dl>
            <template v-for="word in shown" :key="word.id">
              <dt>{{ word.name }}</dt>
              <dd>{{ word.about }}</dd>
            </template>
          </dl>
          <button v-if="!every && !sought.trim()" type="button" class="link" @click="every = true">
            All {{ all.length }} terms
          </button>
          <p v-else-if="!shown.length" class="quiet">
            No term matches "{{ sought }}". Try part of it, or
            <button type="button" class="link" @click="((sought = ''), (every = true))">show all</button>.
          </p>
        </section>
        <section>
          <h2>Keys</h2>
          <dl class="keys">
            <template v-for="[keys, does] in KEYS" :key="keys">
              <dt>
                <kbd>{{ keys }}</kbd>
              </dt>
              <dd>{{ does }}</dd>
            </template>
          </dl>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 20rem);
  gap: 1.5rem 2.5rem;
  align-items: start;
}
h2 {
  margin-bottom: 0.4rem;
}
dl {
  display: grid;
  grid-template-columns: minmax(7rem, 11rem) minmax(0, 1fr);
  gap: 0.45rem 1rem;
  margin: 0;
}
.keys {
  grid-template-columns: minmax(7rem, max-content) minmax(0, 1fr);
}
dt {
  font-weight: 650;
}
dd {
  margin: 0;
}
input,
.press {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.press {
  cursor: pointer;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}
@media (max-width: 800px) {
  .columns,
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.2rem;
  }
  dd {
    margin-bottom: 0.5rem;
  }
}
</style>
