<script setup lang="ts">
/** Every word that the pages use, the ground explained by a picture, and the keys of everywhere. */
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
const shown = computed(() => {
  const wanted = sought.value.trim().toLowerCase();
  const named = (name: string) => (wanted && name.toLowerCase().includes(wanted) ? 0 : 1);
  return all.value
    .filter((w) => `${w.name} ${w.about} ${w.id}`.toLowerCase().includes(wanted))
    .sort((a, b) => named(a.name) - named(b.name));
});
const KEYS = [
  ["/", "find a student, a place, a word or an action"],
  ["g, then a letter", "go to a place"],
  ["y", "look a distance up, with today's air and wind"],
  ["?", "the keys of the view that is open"],
  ["Tab, Enter", "move between and press what has no key of its own"],
  ["Esc", "leave a field, then what lies over the page"],
];
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Words and keys</h1>
      <span class="push">
        <button type="button" class="press" @click="look.start()">A look around, two minutes</button>
      </span>
    </div>
    <Sentence :text="look.error.value" />
    <Waiting v-if="!words.data.value" what="the words" />
    <template v-else>
      <h2>The ground, by a picture</h2>
      <GroundPicture :units="units" />
      <div class="columns">
        <section>
          <div class="head">
            <h2>The words</h2>
            <input v-model="sought" type="search" aria-label="Find a word" placeholder="Find a word" />
          </div>
          <dl>
            <template v-for="word in shown" :key="word.id">
              <dt>{{ word.name }}</dt>
              <dd>{{ word.about }}</dd>
            </template>
          </dl>
          <p v-if="!shown.length" class="quiet">
            No word like "{{ sought }}". Try a part of it, or
            <button type="button" class="link" @click="sought = ''">see all</button>.
          </p>
        </section>
        <section>
          <h2>Keys of everywhere</h2>
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
