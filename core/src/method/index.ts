export * from './types';
export * from './advise';
export { front } from './front';
export { percentInUse, tuning } from './supply';
