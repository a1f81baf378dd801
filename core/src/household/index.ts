export * from './records';
export * from './ledger';
export * from './time';
export * from './context';
export * from './moves';
export * from './carriers';
