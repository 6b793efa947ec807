/** The part of the reference integrator that the tests use; the package ships no declarations. */
declare module 'odex' {
  type Derivative = (x: number, y: number[]) => number[];

  export class Solver {
    constructor(count: number);
    absoluteTolerance: number;
    relativeTolerance: number;
    maxSteps: number;
    initialStepSize: number;
    solve(f: Derivative, x: number, y: number[], xEnd: number): { readonly y: number[]; readonly outcome: number; readonly nEval: number };
  }
}
