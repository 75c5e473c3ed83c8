export { NDropdown as default } from 'naive-ui';
