<script setup lang="ts">
/** Launch monitors that may send balls: tokens made and taken away. */
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { useIntervalFn } from "@vueuse/core";
import { Button, Input } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import WaitingBalls from "../components/WaitingBalls.vue";
import { momentWords } from "@/shared/format/dates";

const devices = useQuery({ key: keys.devices, query: () => dataOf(api.GET("/api/devices")) });
const name = ref("");
const opened = ref<number | null>(null);
const shown = computed(() =>
  devices.data.value?.find((device) => device.id === opened.value && device.waiting),
);
const AGAIN_MS = 3000;
useIntervalFn(() => {
  if (!document.hidden) void devices.refetch();
}, AGAIN_MS);
const { error, save } = useSaving();
const made = ref<{ name: string; token: string } | null>(null);
const copied = ref(false);
const origin = window.location.origin;

const run = (write: () => Promise<void>) =>
  save(async () => {
    await write();
    await devices.refetch();
  });
const make = (wanted: string) =>
  run(async () => {
    const answer = await dataOf(api.POST("/api/devices", { body: { name: wanted } }));
    made.value = { name: answer.device.name, token: answer.token };
    copied.value = false;
    name.value = "";
  });
const revoke = (id: number) =>
  run(async () => {
    await dataOf(api.DELETE("/api/devices/{device_id}", { params: { path: { device_id: id } } }));
    made.value = null;
  });
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(made.value?.token ?? "");
  copied.value = true;
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Devices</h1>
      <span class="quiet">Launch monitors that can send balls to your academy.</span>
    </div>
    <Sentence v-if="devices.error.value" :text="sentenceOf(devices.error.value)" />
    <Waiting v-else-if="!devices.data.value" what="the devices" />
    <template v-else>
      <form class="sheet new" @submit.prevent="make(name)">
        <label for="device-name">Name</label>
        <Input id="device-name" v-model:value="name" :maxlength="60" placeholder="Bay 3" />
        <Button type="primary" html-type="submit">Create token</Button>
        <p class="quiet">A token can only send balls. Creating a new one turns the old one off.</p>
      </form>
      <Sentence :text="error" />
      <section v-if="made" class="sheet token" aria-live="polite">
        <h2>Token for {{ made.name }}</h2>
        <p>
          <code>{{ made.token }}</code>
          <Button @click="copy">{{ copied ? "Copied" : "Copy" }}</Button>
        </p>
        <p class="quiet">
          Copy it now, it won't be shown again. To try it without a device, run this in a terminal:<br />
          <code>oxgang monitor --url {{ origin }} --token {{ made.token }}</code>
        </p>
      </section>
      <EmptyState
        v-if="!devices.data.value.length"
        title="No devices yet"
        next="Create a token, enter it in the launch monitor, then choose the device on the Range page."
      />
      <table v-else class="plain all">
        <thead>
          <tr>
            <th>Device</th>
            <th>Sends to</th>
            <th>Last seen</th>
            <th class="right">Unassigned</th>
            <th>Token</th>
            <th><span class="sr-only">Turn off</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="device in devices.data.value" :key="device.id">
            <td class="slab">{{ device.name }}</td>
            <td>
              <RouterLink
                v-if="device.plays_for"
                :to="{ name: 'range', params: { studentId: device.plays_for } }"
                >{{ device.student }}</RouterLink
              >
              <span v-else class="quiet">nobody</span>
              <span v-if="device.plays" class="quiet shot">
                {{ device.plays.swing }} {{ device.plays.trajectory }}, {{ device.by }}</span
              >
            </td>
            <td class="heard">{{ momentWords(device.last_heard_at) || "never" }}</td>
            <td class="right num waits">
              <button
                v-if="device.waiting"
                type="button"
                class="open"
                :aria-expanded="opened === device.id"
                @click="opened = opened === device.id ? null : device.id"
              >
                {{ device.waiting }}
              </button>
              <span v-else class="quiet">0</span>
            </td>
            <td>
              {{
                device.revoked_at
                  ? `taken away ${momentWords(device.revoked_at)}`
                  : `made ${momentWords(device.made_at)}`
              }}
            </td>
            <td class="right does">
              <Button v-if="!device.revoked_at" type="text" @click="revoke(device.id)">Turn off</Button>
              <Button type="text" @click="make(device.name)">New token</Button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="devices.data.value?.some((d) => !d.revoked_at)" class="quiet">
        A token that is off stays off. You can always create a new one.
      </p>
      <WaitingBalls v-if="shown" :key="shown.id" class="sheet" :device="shown" @changed="devices.refetch()" />
    </template>
  </div>
</template>

<style scoped>
.shot {
  margin-left: 0.5rem;
}
.open {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  font: inherit;
  font-weight: 650;
  color: var(--accent);
  cursor: pointer;
}
.new {
  display: grid;
  grid-template-columns: auto minmax(10rem, 20rem) auto;
  align-items: center;
  justify-content: start;
  gap: 0.4rem 0.8rem;
  margin-bottom: 1rem;
}
.new p {
  grid-column: 1 / -1;
  margin: 0;
}
.token {
  margin-bottom: 1rem;
  border-color: var(--accent);
}
.token p {
  margin: 0.4rem 0;
}
code {
  overflow-wrap: anywhere;
}
/* A device under the other: what its columns say stands before each line. */
@media (max-width: 700px) {
  .new {
    grid-template-columns: auto 1fr auto;
  }
  .all thead {
    display: none;
  }
  .all tr {
    display: block;
    padding: 0.6rem 0;
    border-bottom: 1px solid var(--line);
  }
  .all td {
    display: block;
    padding: 0.1rem 0.4rem;
    border: 0;
    text-align: left;
  }
  .heard::before {
    content: "last heard: ";
  }
  .waits::before {
    content: "balls that wait: ";
  }
  .does {
    display: flex;
    gap: 0.5rem;
    margin-left: -0.9rem;
  }
}
</style>
