export { default as ModelPage } from './ModelPage.vue';
