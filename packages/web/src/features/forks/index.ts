export { default as ForksPage } from './ForksPage.vue';
