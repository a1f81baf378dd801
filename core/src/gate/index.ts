export * from './types';
export * from './people';
export * from './protect';
export * from './meets';
export * from './bottle';
export * from './apart';
export * from './shelf';
export * from './take';
