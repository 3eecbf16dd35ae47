<script setup lang="ts">
/** A one-time link: an address and its QR code, to be handed over. */
import type { Schemas } from "@/shared/api/client";
import { momentWords } from "@/shared/format/dates";

defineProps<{ made: Schemas["EntryLinkMade"] }>();
</script>

<template>
  <div class="link" role="status">
    <img :src="made.qr" alt="The address as a QR code" width="132" height="132" />
    <p>
      <b>{{
        made.link.person_id ? `Reset link for ${made.link.name}` : `Invitation for ${made.link.name}`
      }}</b><br />
      <a :href="made.url">{{ made.url }}</a><br />
      <span class="quiet"
        >Works once, until {{ momentWords(made.link.expires_at) }}. Copy it now, it won't be shown
        again.</span
      >
    </p>
  </div>
</template>

<style scoped>
.link {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 1rem;
  margin: 0.8rem 0;
  padding: 0.7rem;
  background: var(--accent-soft);
}
img {
  background: #fff;
}
p {
  flex: 1 1 14rem;
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
