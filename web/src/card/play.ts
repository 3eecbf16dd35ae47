/** The calling mode on the phone: what is called in big figures, the result typed, next. Every call was
 * made on the server; here it is only compared with what was typed. */
import { button, keep, kept, make } from "./dom";
import { isMet } from "@/shared/offline/rules";
import type { Sent } from "./queue";
import { say } from "./words";

export interface PhoneCall {
  at: number | null;
  lo: number | null;
  hi: number | null;
  shot: string;
  given: boolean;
  mark: string;
  balls: number;
  call: object;
}
export interface Par {
  par: number;
  beats: number[];
}
export interface Asked {
  title: string;
  cue: string;
  form: string;
  trial: string | null;
  seed: number;
  scoring: string;
  par: Par;
  calls: PhoneCall[];
  homework: { id: string; row: number } | null;
}
interface Ball {
  carry: number | null;
  met: boolean | null;
  strike: string;
}
export interface Playing {
  uid: string;
  asked: Asked;
  answers: Ball[][];
  open: Ball[];
}
export interface PlayOptions {
  /** Under which name this phone keeps a round that is not ended. */
  name: string;
  unit: string;
  /** How many of the unit are a yard. */
  perYard: number;
  /** How a ball may be struck, solid first, and the words for it. */
  strikes: string[];
  strikeWords: string[];
  send: (round: Sent) => void;
  leave: () => void;
  again: () => void;
}
const MOST = 400;
/** Whether this phone's own voice says what is called. */
const VOICE = "oxgang-voice";
function speak(words: string): void {
  if (!kept<boolean>(VOICE) || !("speechSynthesis" in window)) return;
  speechSynthesis.cancel();
  const spoken = new SpeechSynthesisUtterance(words);
  spoken.lang = document.documentElement.lang;
  speechSynthesis.speak(spoken);
}

/** "better than on 4 of 5 days" */
export function betterWords(better: number | undefined): string {
  if (better === undefined) return "";
  const fifths = Math.round(better * 5);
  if (fifths <= 0) return say("better-none");
  if (fifths >= 5) return say("better-all");
  return say("better-some", { fifths });
}

/** An id that no other phone makes. */
function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}

export const unfinished = (name: string) => kept<Playing>(name);

export function play(root: HTMLElement, asked: Asked | Playing, options: PlayOptions): void {
  const state: Playing = "uid" in asked ? asked : { uid: newId(), asked, answers: [], open: [] };
  const { calls } = state.asked;
  const solid = options.strikes[0] ?? "solid";
  let strike = solid;
  const points = () =>
    state.answers.filter((balls, i) => calls[i] !== undefined && isMet(calls[i], balls)).length;
  const remember = () => keep(options.name, state.answers.length || state.open.length ? state : null);

  const head = make("div", "", "playhead");
  const figure = make("p", "", "figure");
  figure.setAttribute("aria-live", "assertive");
  const hint = make("p", "", "hint");
  const shot = make("details", "", "answer");
  const pips = make("ol", "", "pips");
  const typed = make("input");
  typed.inputMode = "decimal";
  typed.autocomplete = "off";
  typed.setAttribute(
    "aria-label",
    say("carry-in", { unit: say(options.unit === "m" ? "unit-m" : "unit-yd") }),
  );
  const said = make("p", "", "said");
  said.setAttribute("role", "status");
  const form = make("form", "", "result");
  const strikes = make("div", "", "strikes");
  const net = make("div", "", "net");
  const tools = make("div", "", "tools");

  function hit(ball: Ball): void {
    const call = calls[state.answers.length];
    if (!call) return;
    state.open.push(ball);
    if (state.open.length === call.balls) state.answers.push(state.open.splice(0));
    strike = solid;
    remember();
    if (state.answers.length === calls.length) end();
    else show();
  }
  function log(): void {
    const text = typed.value.trim().replace(",", ".");
    const carry = Number(text);
    if (!text || !Number.isFinite(carry) || carry < 0 || carry > MOST) {
      said.textContent = say(text ? "not-a-carry" : "type-carry", { text });
      return;
    }
    typed.value = "";
    hit({ carry, met: null, strike });
  }
  function showStrike(): void {
    for (const [place, one] of [...strikes.children].entries())
      one.setAttribute("aria-pressed", String(options.strikes[place] === strike));
  }
  function undo(): void {
    if (state.open.length) state.open.pop();
    else state.open = (state.answers.pop() ?? []).slice(0, -1);
    remember();
    show();
  }
  function show(): void {
    const place = state.answers.length;
    const call = calls[place];
    if (!call) return end();
    head.replaceChildren(
      make("h1", state.asked.title),
      make(
        "p",
        say(call.balls > 1 ? "target-ball" : "target", {
          n: place + 1,
          of: calls.length,
          ball: state.open.length + 1,
          balls: call.balls,
        }),
        "small",
      ),
    );
    figure.textContent = call.mark || (call.at === null ? call.shot : String(Math.round(call.at)));
    speak(figure.textContent);
    figure.classList.toggle("words", !!call.mark || call.at === null);
    hint.textContent = state.asked.cue || (call.given && call.at !== null ? call.shot : "");
    shot.open = false;
    shot.replaceChildren(make("summary", say("card-says")), make("b", call.shot || say("no-shot")));
    shot.hidden = call.given || !call.shot;
    pips.replaceChildren(
      ...calls.map((_, i) => {
        const balls = state.answers[i];
        const of = calls[i];
        return make("li", "", i === place ? "now" : balls && of ? (isMet(of, balls) ? "met" : "missed") : "");
      }),
    );
    pips.setAttribute("aria-label", say("hits", { points: points(), of: place }));
    form.hidden = !!call.mark;
    strikes.hidden = !!call.mark;
    net.hidden = !call.mark;
    said.textContent = say("score", { points: points(), of: place });
    showStrike();
    performance.mark("oxgang-called");
    if (!call.mark) typed.focus({ preventScroll: true });
  }
  function body(): Sent {
    const { trial, form: how, scoring, seed, homework } = state.asked;
    return {
      uid: state.uid,
      form: how,
      trial,
      scoring,
      seed,
      calls: calls.map(({ call }) => call),
      results: state.answers.map((balls, call) => ({
        call,
        balls: balls.map(({ carry, met, strike: struck }) => ({
          carry_yd: carry === null ? null : carry / options.perYard,
          met,
          strike: struck,
        })),
      })),
      ended_at: new Date().toISOString(),
      homework_id: homework?.id ?? null,
      row: homework?.row ?? null,
    };
  }
  function end(): void {
    keep(options.name, null);
    if (!state.answers.length) return options.leave();
    options.send(body());
    const whole = state.answers.length === calls.length;
    const inStrokes = state.asked.scoring === "strokes";
    root.replaceChildren(
      make("h1", state.asked.title),
      make(
        "p",
        inStrokes ? say("done") : say("score", { points: points(), of: state.answers.length }),
        "figure result",
      ),
      make(
        "p",
        inStrokes
          ? say("strokes-later")
          : `${say("par-was", { par: state.asked.par.par })} ${whole ? betterWords(state.asked.par.beats[points()]) : ""}`,
        "carry",
      ),
      button(say("play-again"), options.again, "first"),
      button(say("back"), options.leave),
    );
  }

  form.append(typed, make("span", options.unit));
  const next = button(say("next"), log, "first");
  form.append(next);
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    log();
  });
  for (const [place, code] of options.strikes.entries())
    strikes.append(
      button(options.strikeWords[place] ?? code, () => {
        strike = strike === code ? solid : code;
        showStrike();
        typed.focus({ preventScroll: true });
      }),
    );
  net.append(
    button(say("hit"), () => hit({ carry: null, met: true, strike: "solid" }), "first"),
    button(say("missed"), () => hit({ carry: null, met: false, strike: "solid" })),
  );
  const voice = button(say("voice"), () => {
    keep(VOICE, !kept<boolean>(VOICE));
    voice.setAttribute("aria-pressed", String(!!kept<boolean>(VOICE)));
    speak(figure.textContent ?? "");
  });
  voice.hidden = !("speechSynthesis" in window);
  voice.setAttribute("aria-pressed", String(!!kept<boolean>(VOICE)));
  tools.append(
    voice,
    button(say("undo"), undo),
    button(say("stop"), end),
    button(say("finish-later"), options.leave),
  );
  root.replaceChildren(
    head,
    figure,
    hint,
    shot,
    form,
    strikes,
    net,
    pips,
    said,
    tools,
    make("p", say("caution"), "small"),
  );
  show();
}
