<script setup lang="ts">
import { ref } from 'vue';
import { call, failureText } from '../../shared/api/client.ts';
import { BASE } from '../../shared/api/place.ts';
import TextField from '../../shared/ui/TextField.vue';

/** What a device sees that is not let in yet: a field for the code that the machine shows. */
const FIRST_NAME = /iphone|ipad|android/i.test(navigator.userAgent) ? 'Phone' : 'Other device';
/** The picture on the machine leads here with the code behind the stroke, which no server ever sees. */
const code = ref(decodeURIComponent(location.hash.slice(1)));
const name = ref(FIRST_NAME);
const failure = ref('');
const isBusy = ref(false);

async function pair() {
  isBusy.value = true;
  failure.value = '';
  try {
    await call('pair', { code: code.value, name: name.value });
    location.replace(`${BASE}/`);
  } catch (error) {
    failure.value = failureText(error, 'It could not be sent. Try again.');
    isBusy.value = false;
  }
}
</script>

<template>
  <main class="pair">
    <form class="sheet" @submit.prevent="pair">
      <h1>Let this device in</h1>
      <p class="quiet">
        Ripe Pick runs on another machine. There, on the screen <b>Data</b> under <b>Other devices</b>, it
        shows a code for this device.
      </p>
      <TextField
        class="code"
        label="Code"
        :value="code"
        required
        maxlength="40"
        autocomplete="off"
        spellcheck="false"
        @change="code = $event"
      />
      <TextField
        label="Name of this device"
        :value="name"
        required
        maxlength="60"
        autocomplete="off"
        @change="name = $event"
      />
      <button class="plain strong" :disabled="isBusy">Let it in</button>
      <p v-if="failure" role="alert" class="bad">{{ failure }}</p>
    </form>
  </main>
</template>

<style scoped>
.pair {
  display: grid;
  min-height: 100vh;
  padding: 16px;
  place-items: center;
}
form {
  display: grid;
  gap: 14px;
  width: min(420px, 100%);
}
h1,
p {
  margin: 0;
}
button {
  min-height: 44px;
}
form :deep(.code) {
  font-size: var(--text-figure);
  letter-spacing: 0.08em;
  text-transform: uppercase;
}
.bad {
  color: var(--danger);
}
</style>
