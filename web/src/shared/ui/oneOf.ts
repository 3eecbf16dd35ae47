/** The word of a list that was chosen in a select. */
export const oneOf = <T extends string>(words: readonly T[], event: Event): T | undefined =>
  words.find((word) => word === (event.target as HTMLSelectElement).value);
