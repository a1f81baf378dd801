export * from './formats';
export * from './nights';
