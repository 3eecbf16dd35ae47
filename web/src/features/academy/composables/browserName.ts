/** A browser and its system in words, as it says them of itself: "Safari on iOS". */
import Bowser from "bowser";

export function browserName(userAgent: string): string {
  if (!userAgent) return "Unknown browser";
  const { browser, os } = Bowser.parse(userAgent);
  return [browser.name || "Unknown browser", os.name && `on ${os.name}`].filter(Boolean).join(" ");
}
