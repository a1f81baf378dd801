export * from './number';
export * from './volume';
export * from './ratio';
export * from './hardness';
export * from './random';
