export * from './ageing';
export * from './kitchen';
export * from './dilute';
export * from './targets';
