export * from './items';
export * from './mix';
export * from './matrix';
export * from './order';
export { flashOf, solutionOf } from './flash';
