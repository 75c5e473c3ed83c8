export { default as DataPage } from './DataPage.vue';
