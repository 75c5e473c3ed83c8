export { default as HandOnDialog } from './HandOnDialog.vue';
export { default as ResaleDialog } from './ResaleDialog.vue';
