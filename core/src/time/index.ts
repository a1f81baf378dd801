export * from './nights';
