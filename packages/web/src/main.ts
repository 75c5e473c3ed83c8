import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bricolage-grotesque';
import './app/styles.css';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './app/App.vue';
import { fetchScreensAhead, router } from './app/router.ts';

createApp(App).use(createPinia()).use(router).mount('#app');
void router.isReady().then(() => fetchScreensAhead());
