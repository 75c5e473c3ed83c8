export { default as RipenessPage } from './RipenessPage.vue';
