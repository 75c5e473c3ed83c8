export { default as LineUpPage } from './LineUpPage.vue';
