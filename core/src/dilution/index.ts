export * from './ageing';
export * from './dilute';
export * from './film';
export * from './kitchen';
export * from './scale';
export * from './solve';
export * from './targets';
export * from './weighed';
