export { default as ClaimsPage } from './ClaimsPage.vue';
