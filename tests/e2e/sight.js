// What a view asks of somebody who sees it first: controls and words inside the window, and filled buttons.
() => {
  const inside = (r) =>
    r.width > 1 && r.height > 1 && r.bottom > 1 && r.top < innerHeight - 1 && r.right > 1 && r.left < innerWidth - 1;
  const visible = (e) =>
    e.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && inside(e.getBoundingClientRect());
  const CONTROLS =
    "a[href], button, input:not([type=hidden]), select, textarea, summary, [role=button], [role=combobox], [role=tab]";
  const all = [...document.querySelectorAll(CONTROLS)].filter(visible);
  // A field inside a field (a list to choose from) is one control.
  const controls = all.filter((e) => !all.some((o) => o !== e && o.contains(e)));
  let words = 0;
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  while (walker.nextNode()) {
    const node = walker.currentNode;
    const text = node.textContent.trim();
    if (!/[A-Za-z]{2}/.test(text) || /^(SCRIPT|STYLE|OPTION|NOSCRIPT)$/.test(node.parentElement.tagName)) continue;
    // The sheets of a card are what the view is about, not what it says.
    if (node.parentElement.closest(".sheets")) continue;
    if (!node.parentElement.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
    range.selectNodeContents(node);
    if (![...range.getClientRects()].some(inside)) continue;
    words += text.split(/\s+/).filter((w) => /[A-Za-z]{2}/.test(w)).length;
  }
  const filled = controls.filter((e) => e.matches(".ant-btn-primary")).length;
  return { controls: controls.length, words, filled };
}
