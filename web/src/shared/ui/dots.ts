/** Stacks balls that land on the same spot, so that each one is seen. */
export interface Dot<T> {
  ball: T;
  x: number;
  /** 0 on the line, then 1, 2, … above it. */
  level: number;
}

/** `x` in pixels, `gap` the least distance of two dots on one level. Input order breaks ties. */
export function stack<T>(balls: T[], x: (ball: T) => number, gap: number): Dot<T>[] {
  const last: number[] = [];
  return balls
    .map((ball, order) => ({ ball, order, x: x(ball) }))
    .sort((a, b) => a.x - b.x || a.order - b.order)
    .map(({ ball, x: at }) => {
      let level = last.findIndex((edge) => at - edge >= gap);
      if (level < 0) level = last.length;
      last[level] = at;
      return { ball, x: at, level };
    });
}
