<script setup lang="ts">
import type { Access, Device, Sharing } from '@ripe-pick/contract';
import { useIntervalFn } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { renderSVG } from 'uqr';
import { call, failureText } from '../../shared/api/client.ts';
import { clock } from '../../shared/format/format.ts';
import SwitchField from '../../shared/ui/SwitchField.vue';
import DeviceRow from './DeviceRow.vue';

/** Whether other devices of the home network may come in, and which. */
const ASK_MS = 4000;
const sharing = shallowRef<Sharing | null>(null);
const message = ref('');
const isBusy = ref(false);
const access = ref<Access>('change');

async function attempt(task: () => Promise<Sharing>) {
  isBusy.value = true;
  message.value = '';
  try {
    sharing.value = await task();
  } catch (error) {
    message.value = failureText(error, 'It could not be changed.');
  } finally {
    isBusy.value = false;
  }
}
const ask = () => attempt(() => call('sharing', undefined));
onMounted(ask);
// A device that is just being let in appears by itself, and a code that is too old goes.
useIntervalFn(() => void (sharing.value?.code && ask()), ASK_MS);

const turn = (on: boolean) => attempt(() => call(on ? 'openSharing' : 'closeSharing', undefined));
const makeCode = () => attempt(() => call('makeCode', { access: access.value }));
const withdraw = () => attempt(() => call('withdrawCode', undefined));
const change = (id: string, to: Partial<Pick<Device, 'name' | 'access'>>) =>
  attempt(() => call('changeDevice', { id, ...to }));
const remove = (id: string) => attempt(() => call('removeDevice', { id }));

const code = computed(() => sharing.value?.code ?? null);
/** Behind the stroke, so that the code stands in no log. */
const link = computed(() => {
  const [address] = sharing.value?.addresses ?? [];
  return address && code.value ? `${address}/#${code.value.code}` : null;
});
const picture = computed(() =>
  link.value ? `data:image/svg+xml,${encodeURIComponent(renderSVG(link.value, { border: 2 }))}` : null,
);
const until = computed(() => (code.value ? clock(new Date(code.value.until).getTime()) : ''));
/** In four lines of eight pairs, which can be compared by eye. */
const fingerprint = computed(() => sharing.value?.fingerprint?.match(/(?:..:?){8}/g) ?? []);
</script>

<template>
  <section v-if="sharing" class="sheet" aria-labelledby="devices">
    <h2 id="devices">Other devices</h2>
    <p class="quiet">
      A phone or another computer in your home network can use this app in its browser. Only devices that you
      let in get further than a field for a code. Without this switch nothing but this machine reaches the
      app.
    </p>
    <SwitchField label="Open to my home network" :value="sharing.isOpen" @change="turn" />
    <p v-if="sharing.trouble" role="alert" class="bad">{{ sharing.trouble }}</p>
    <template v-if="sharing.isOpen && sharing.addresses.length > 0">
      <p>
        On the other device open
        <template v-for="(address, n) in sharing.addresses" :key="address"
          ><template v-if="n > 0"> or </template><b class="address">{{ address }}</b></template
        >. Its browser warns that it does not know the certificate: this machine made it itself. Go on only
        where the fingerprint (SHA-256) that it shows is this one:
      </p>
      <p class="fingerprint">
        <span v-for="each in fingerprint" :key="each">{{ each }}</span>
      </p>
      <div v-if="code" class="preview code" role="status">
        <img v-if="picture" :src="picture" :alt="`QR picture of ${link}`" width="168" height="168" />
        <div class="told">
          <p>
            The next device that shows this code may
            {{ code.access === 'look' ? 'look' : 'look and change' }}. It counts once, until {{ until }}.
          </p>
          <p class="big">{{ code.code }}</p>
          <p class="quiet">Typed on the device, or by its camera from the picture.</p>
          <button class="plain edged" :disabled="isBusy" @click="withdraw">Withdraw the code</button>
        </div>
      </div>
      <div v-else class="row">
        <button class="plain strong" :disabled="isBusy" @click="makeCode">Let a device in</button>
        <label v-for="each in ['change', 'look'] as const" :key="each">
          <input v-model="access" type="radio" name="access" :value="each" />
          {{ each === 'look' ? 'It may look' : 'It may look and change' }}
        </label>
      </div>
    </template>
    <ul v-if="sharing.devices.length > 0" aria-label="Devices">
      <DeviceRow
        v-for="each in sharing.devices"
        :key="each.id"
        :device="each"
        :is-busy="isBusy"
        @change="change(each.id, $event)"
        @remove="remove(each.id)"
      />
    </ul>
    <p v-if="message" role="alert" class="bad">{{ message }}</p>
  </section>
</template>

<style scoped src="./sheets.css"></style>
<style scoped>
p {
  margin: 0;
}
.address,
.fingerprint {
  overflow-wrap: anywhere;
}
.fingerprint {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(15em, max-content));
  font-variant-numeric: tabular-nums;
}
.code {
  grid-template-columns: auto 1fr;
  gap: 16px;
  align-items: start;
}
.code img {
  background: white;
  border-radius: var(--round-medium);
}
.told {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.big {
  font-size: var(--text-figure);
  font-weight: 700;
  letter-spacing: 0.06em;
  user-select: all;
}
ul {
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  list-style: none;
}
.bad {
  color: var(--danger);
}
@media (max-width: 520px) {
  .code {
    grid-template-columns: 1fr;
  }
}
</style>
