/** Which of the two themes is on; their colours stand in styles.css. */
import { useStorage } from "@vueuse/core";

export type ThemeName = "paper" | "sun";

export const themeName = useStorage<ThemeName>("oxgang-theme", "paper");
