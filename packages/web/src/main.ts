import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bricolage-grotesque';
import './app/styles.css';
import { createPinia } from 'pinia';
import { createApp, watch } from 'vue';
import App from './app/App.vue';
import { fetchScreensAhead, router } from './app/router.ts';
import { install } from './app/install.ts';
import { isAtRest } from './shared/ui/at-rest.ts';
import { isStranger } from './shared/api/place.ts';

createApp(App).use(createPinia()).use(router).mount('#app');
watch(isAtRest, () => {
  if (!isStranger) fetchScreensAhead();
  void install();
});
