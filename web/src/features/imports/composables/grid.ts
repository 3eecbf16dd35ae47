/** Moving through a grid of fields by keys, as in a spreadsheet. */

export interface Step {
  down: number;
  right: number;
  /** To the first field of that row. */
  first?: boolean;
}

/** Where a key leads from a field; null where it stays, or moves within the text. */
export function stepOf(event: KeyboardEvent, field: HTMLInputElement, last: boolean): Step | null {
  if (event.ctrlKey || event.metaKey || event.altKey) return null;
  switch (event.key) {
    case "ArrowUp":
      return { down: -1, right: 0 };
    case "ArrowDown":
      return { down: 1, right: 0 };
    case "ArrowLeft":
      return field.selectionStart === 0 ? { down: 0, right: -1 } : null;
    case "ArrowRight":
      return field.selectionEnd === field.value.length ? { down: 0, right: 1 } : null;
    case "Enter":
      return last ? { down: 1, right: 0, first: true } : { down: 0, right: 1 };
    default:
      return null;
  }
}

/** "52.0" as it is typed: "52". */
export const trimmed = (text: string) => text.replace(/\.0$/, "");
