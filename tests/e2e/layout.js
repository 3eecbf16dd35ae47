// What is wrong with the layout of what is on the screen now, in sentences; nothing is an empty list.
() => {
  const wide = document.documentElement.clientWidth;
  const wrong = new Set();
  const named = (e) =>
    `<${e.tagName.toLowerCase()}${e.className?.baseVal === undefined && e.className ? "." + String(e.className).split(" ").join(".") : ""}>`;
  const shown = (e) => e.checkVisibility({ opacityProperty: true, visibilityProperty: true });
  // For a reader's ear only: one pixel, clipped away.
  const heard = (e) => !!e.closest(".sr-only, .skip");
  // The part of a box that no scroller or clip of its ancestors hides.
  const kept = (from, box) => {
    let { left, top, right, bottom } = box;
    let scrolled = false;
    let told = false;
    for (let up = from; up && up !== document.body; up = up.parentElement) {
      const style = getComputedStyle(up);
      if (style.overflowX === "visible" && style.overflowY === "visible") continue;
      if (up instanceof SVGElement && style.overflowX === "hidden" && up.tagName !== "svg") continue;
      // Shortened with three dots: said in full to who points at it.
      if (style.textOverflow === "ellipsis" && up.closest("[title]")) told = true;
      const frame = up.getBoundingClientRect();
      if (/auto|scroll/.test(style.overflowX + style.overflowY)) scrolled = true;
      [left, top] = [Math.max(left, frame.left), Math.max(top, frame.top)];
      [right, bottom] = [Math.min(right, frame.right), Math.min(bottom, frame.bottom)];
    }
    return { left, top, right, bottom, scrolled, told };
  };

  if (document.documentElement.scrollWidth > wide + 1)
    wrong.add(`the page is ${document.documentElement.scrollWidth} wide in ${wide}`);

  const texts = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const words = node.data.trim();
    const parent = node.parentElement;
    if (!words || !parent || /SCRIPT|STYLE|OPTION|TITLE|NOSCRIPT/i.test(parent.tagName)) continue;
    if (!shown(parent) || heard(parent)) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    for (const box of range.getClientRects()) {
      if (box.width < 2 || box.height < 2) continue;
      const part = kept(parent, box);
      if (!part.scrolled && !part.told && (box.left < -1 || box.right > wide + 1))
        wrong.add(`out of the page: "${words}" in ${named(parent)}`);
      const clipped = Math.max(part.left - box.left, box.right - part.right, 0);
      if (!part.scrolled && !part.told && (clipped > 2 || part.bottom - part.top < box.height / 2))
        wrong.add(`cut: "${words}" in ${named(parent)}`);
      if (part.right - part.left > 1 && part.bottom - part.top > 1) texts.push({ parent, words, box: part });
    }
  }
  // What floats over the page on purpose (the bar, a bubble, a thread's foot) covers what scrolls under it.
  const layer = (e) => {
    for (let up = e; up && up !== document.body; up = up.parentElement)
      if (/fixed|sticky/.test(getComputedStyle(up).position)) return up;
    return null;
  };
  const clash = (a, b, by) =>
    Math.min(a.right, b.right) - Math.max(a.left, b.left) > by && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > by;

  for (const text of texts) text.layer = layer(text.parent);
  texts.sort((a, b) => a.box.top - b.box.top);
  for (let i = 0; i < texts.length; i += 1)
    for (let j = i + 1; j < texts.length && texts[j].box.top < texts[i].box.bottom; j += 1) {
      const [a, b] = [texts[i], texts[j]];
      if (a.parent === b.parent || a.layer !== b.layer) continue;
      // A line's box is higher than its letters: a third of the lower of both may be shared.
      const line = Math.min(a.box.bottom - a.box.top, b.box.bottom - b.box.top);
      const high = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
      if (clash(a.box, b.box, 2) && high > line / 3)
        wrong.add(`one over the other: "${a.words}" ${named(a.parent)} and "${b.words}" ${named(b.parent)}`);
    }

  const pressed = [...document.querySelectorAll("a[href], button, input, select, textarea, summary")]
    .filter((e) => shown(e) && !heard(e))
    .map((e) => ({ e, box: kept(e.parentElement, e.getBoundingClientRect()), layer: layer(e) }))
    .filter((p) => p.box.right - p.box.left > 2 && p.box.bottom - p.box.top > 2);
  pressed.sort((a, b) => a.box.top - b.box.top);
  for (let i = 0; i < pressed.length; i += 1)
    for (let j = i + 1; j < pressed.length && pressed[j].box.top < pressed[i].box.bottom; j += 1) {
      const [a, b] = [pressed[i], pressed[j]];
      if (a.layer !== b.layer || a.e.contains(b.e) || b.e.contains(a.e)) continue;
      if (clash(a.box, b.box, 3))
        wrong.add(`pressed together: ${named(a.e)} "${a.e.textContent.trim()}" and ${named(b.e)} "${b.e.textContent.trim()}"`);
    }
  for (const { e, box } of pressed) {
    const around = e.parentElement.getBoundingClientRect();
    if (box.right > around.right + 3 && around.width > 0 && getComputedStyle(e).position !== "absolute")
      wrong.add(`out of its box: ${named(e)} "${e.textContent.trim()}"`);
  }
  for (const { e } of pressed)
    if (/^(BUTTON|SELECT)$/.test(e.tagName) && e.scrollWidth > e.clientWidth + 2 && !e.title)
      wrong.add(`cut in itself: ${named(e)} "${e.textContent.trim()}"`);
  return [...wrong];
}
