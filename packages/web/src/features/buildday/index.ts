export { default as BuildDayPage } from './BuildDayPage.vue';
