export { default as SecondHandPage } from './SecondHandPage.vue';
