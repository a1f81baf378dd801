export * from './release';
export * from './room';
export * from './scatter';
export * from './zones';
