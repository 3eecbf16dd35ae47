/** The two themes as Ant Design tokens; the same colours stand in styles.css for our own parts. */
const PAPER = {
  colorPrimary: "#8a4f10",
  colorInfo: "#8a4f10",
  colorLink: "#8a4f10",
  colorError: "#a0361f",
  colorSuccess: "#3f5a35",
  colorTextBase: "#1f241e",
  colorBgBase: "#fcf9f2",
  colorBorder: "#b9ae96",
  colorBorderSecondary: "#ddd4c0",
  fontSize: 15,
  controlHeight: 36,
};
const SUN = {
  ...PAPER,
  colorPrimary: "#6b3500",
  colorInfo: "#6b3500",
  colorLink: "#6b3500",
  colorTextBase: "#000000",
  colorBgBase: "#ffffff",
  colorBorder: "#000000",
  colorBorderSecondary: "#555555",
  fontSize: 20,
  controlHeight: 48,
};

/** All that Ant Design is told of a theme. */
export function tokensOf(theme: "paper" | "sun", motion: boolean) {
  return {
    ...(theme === "sun" ? SUN : PAPER),
    fontFamily: "'Source Sans 3 Variable', sans-serif",
    borderRadius: 3,
    boxShadow: "none",
    boxShadowSecondary: "0 2px 10px rgba(31, 36, 30, 0.18)",
    motion,
  };
}
