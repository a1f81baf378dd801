export * from './freed';
export * from './release';
export * from './room';
export * from './scatter';
export * from './vapour';
export * from './zones';
