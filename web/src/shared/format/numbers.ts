/** Shares and counts as a coach reads them. Halves go up, as in the server's texts. */

/** "12 %" */
export const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** "+12 %", "−12 %", "0 %" */
export const signedPercent = (share: number): string => `${points(share)} %`;

/** Hundredths with their sign: "+12", "−12", "0" */
export function points(share: number): string {
  const whole = Math.floor(100 * Math.abs(share) + 0.5);
  if (!whole) return "0";
  return `${share < 0 ? "−" : "+"}${whole}`;
}

/** "1 ball", "3 balls" */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
