export * from './draft';
export * from './lay';
export * from './kit';
export * from './list';
export * from './people';
export * from './change';
export * from './shop';
