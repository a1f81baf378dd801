export * from './room';
export * from './scatter';
export * from './zones';
