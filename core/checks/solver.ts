import { highsSolver, type MilpSolver } from '@dolly-tub/core';
import highsLoader from 'highs';

/** HiGHS, loaded once for the tests that need it. */
let loading: Promise<MilpSolver> | null = null;
export const solverForTests = (): Promise<MilpSolver> => (loading ??= highsLoader().then(highsSolver));
