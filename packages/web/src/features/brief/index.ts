export { default as BriefPage } from './BriefPage.vue';
