export { default as HandOnDialog } from './HandOnDialog.vue';
