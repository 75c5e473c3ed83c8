export { default as AlertsPage } from './AlertsPage.vue';
