/** Elements of the phone's pages. */
export function make<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  text = "",
  name = "",
): HTMLElementTagNameMap[K] {
  const element = document.createElement(tag);
  element.textContent = text;
  if (name) element.className = name;
  return element;
}

export function button(text: string, act: () => void, name = ""): HTMLButtonElement {
  const element = make("button", text, name);
  element.type = "button";
  element.addEventListener("click", act);
  return element;
}

/** What this phone keeps under a name; nothing where it keeps nothing. */
export function kept<T>(name: string): T | null {
  try {
    const text = localStorage.getItem(name);
    return text ? (JSON.parse(text) as T) : null;
  } catch {
    return null;
  }
}
/** Whether it was kept. */
export function keep(name: string, value: unknown): boolean {
  try {
    if (value === null) localStorage.removeItem(name);
    else localStorage.setItem(name, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}
