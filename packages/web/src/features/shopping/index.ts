export { default as ShoppingPage } from './ShoppingPage.vue';
