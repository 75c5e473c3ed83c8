export * from './units/index.ts';
