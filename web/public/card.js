// The phone card: fetched once, then it works without a network. No log-in, nothing but this card.
(() => {
  const main = document.getElementById("card");
  const token = main.dataset.token;
  const address = `/c/${token}/card.json`;
  const STEP_ROWS = 5;
  let card = null;
  let place = 0;

  const make = (tag, text, name) => {
    const element = document.createElement(tag);
    element.textContent = text;
    if (name) element.className = name;
    return element;
  };
  const slider = document.createElement("input");
  slider.type = "range";
  slider.setAttribute("aria-label", "Yardage");
  const at = make("div", "", "at");
  const shot = make("p", "", "shot");
  const carry = make("p", "", "carry");
  const cue = make("p", "", "cue");

  function show() {
    const line = card.lines[place];
    if (!line) return;
    slider.value = String(place);
    at.replaceChildren(make("b", String(Math.round(line.at))), make("span", ` ${card.unit}`));
    shot.textContent = line.shot;
    shot.className = line.measured ? "shot" : "shot est";
    carry.textContent =
      `carries ${Math.round(line.carry)} ± ${Math.round(line.half)}` +
      (line.measured ? "" : ", estimated") +
      (line.near ? "" : ": the nearest there is");
    // What ± means, as this version was frozen.
    carry.title = card.level ? `± holds the true carry in ${card.level} of cases` : "";
    carry.className = line.near ? "carry" : "carry far";
    cue.textContent = line.cue;
  }
  function move(by) {
    place = Math.min(card.lines.length - 1, Math.max(0, place + by));
    show();
  }
  function build(fresh) {
    const newer = card && fresh.version > card.version;
    card = fresh;
    place = Math.min(place || Math.floor(card.lines.length / 2), card.lines.length - 1);
    slider.min = "0";
    slider.max = String(card.lines.length - 1);
    const steps = make("div", "", "steps");
    for (const [text, by] of [
      ["−5", -5],
      ["−1", -1],
      ["+1", 1],
      ["+5", 5],
    ]) {
      const button = make("button", text);
      button.type = "button";
      button.addEventListener("click", () => move(by));
      steps.append(button);
    }
    const table = document.createElement("table");
    card.lines.forEach((line, i) => {
      if (i % STEP_ROWS) return;
      const row = table.insertRow();
      row.insertCell().textContent = String(Math.round(line.at));
      const name = row.insertCell();
      name.textContent = line.shot;
      if (!line.measured) name.className = "est";
      row.insertCell().textContent = String(Math.round(line.carry));
    });
    main.replaceChildren(
      make("h1", card.student),
      make("p", `Version ${card.version} of ${card.day}. ${card.academy}`, "small"),
      ...(card.note ? [make("p", card.note, "small")] : []),
      ...(newer ? [make("p", `Version ${card.version} is new.`, "newer")] : []),
      at,
      slider,
      steps,
      shot,
      carry,
      cue,
      ...(card.level
        ? [make("p", `± holds the true carry in ${card.level} of cases.`, "small")]
        : []),
      table,
    );
    show();
  }
  slider.addEventListener("input", () => {
    place = Number(slider.value);
    show();
  });

  const kept = localStorage.getItem(address);
  if (kept) build(JSON.parse(kept));
  fetch(address)
    .then((answer) => {
      if (answer.status === 404) {
        localStorage.removeItem(address);
        location.reload();
      }
      return answer.ok ? answer.json() : null;
    })
    .then((fresh) => {
      if (!fresh) return;
      localStorage.setItem(address, JSON.stringify(fresh));
      build(fresh);
    })
    .catch(() => {
      if (!card) main.replaceChildren(make("p", "No network yet. Open this once with one."));
    });
  if ("serviceWorker" in navigator)
    navigator.serviceWorker.register("/card-sw.js", { scope: "/c/" });
})();
