export { default as StretchPage } from './StretchPage.vue';
