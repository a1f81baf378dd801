/** A file of a build: who needs it, what it needs, how long it is, whether it is asked for by its name. */
export interface Use {
  by: Set<string>;
  needs: string[];
  length: number;
  alone: boolean;
}
/** The number of the part that each file goes into. */
export function parts(uses: Map<string, Use>): Map<string, number>;
export function spreadByBrowser(dir: string): void;
