type Derivative = (x: number, y: number[]) => number[];

/** The part of the reference integrator that tests and benchmarks use. */
export interface OdexSolver {
  absoluteTolerance: number;
  relativeTolerance: number;
  maxSteps: number;
  solve(f: Derivative, x: number, y: number[], xEnd: number): { readonly y: number[]; readonly outcome: number };
}

interface Odex {
  readonly Solver: new (count: number) => OdexSolver;
}

const packageName = (): string => 'odex';

/**
 * Loads the npm package "odex" (Hairer, Nørsett and Wanner, Solving Ordinary Differential Equations I: the
 * extrapolation code). By a name that the compiler does not follow, because the package ships sources that do not check
 * strictly.
 */
export async function loadOdex(): Promise<Odex> {
  const name = packageName();
  return (await import(name)) as Odex;
}
