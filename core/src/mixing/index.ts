export * from './items';
export * from './mix';
export * from './matrix';
