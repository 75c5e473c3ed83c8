export { default as SlipsPage } from './SlipsPage.vue';
