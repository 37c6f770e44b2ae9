// The ticker: the newest signal of each kind on one line, and the last ones in a list that can be pulled up.
import { on } from "./socket.js";

const MARKS = { ARRIVING: "▼", GOING: "▲", UNHEARD: "○", WRONG: "✕" };
const WORDS = { ARRIVING: "in", GOING: "out", UNHEARD: "unheard", WRONG: "wrong" };
const MOST_ROWS = 80;

export function startTicker(why) {
  const line = document.getElementById("tickernow");
  const list = document.getElementById("tickerlist");
  const rows = document.getElementById("tickerrows");
  const all = document.getElementById("tickerall");
  const pullButton = document.getElementById("tickerpull");
  const whyButton = document.getElementById("whynow");
  const known = new Map();
  let due = false;

  on("live", (message) => {
    for (const row of message.rows ?? []) {
      known.delete(row.key);
      known.set(row.key, row);
    }
    while (known.size > 200) known.delete(known.keys().next().value);
    if (!due && message.rows?.length) {
      due = true;
      setTimeout(draw, 60);
    }
  });

  function draw() {
    due = false;
    const newest = [...known.values()].reverse();
    drawLine(newest.filter((row) => !row.housekeeping));
    if (!list.hidden) drawList(newest.filter((row) => all.checked || !row.housekeeping));
  }

  function drawLine(newest) {
    // each kind keeps its place, so that the eye finds it in the dark
    const shown = [["ARRIVING"], ["GOING"], ["UNHEARD", "WRONG"]]
      .map((kinds) => newest.find((row) => kinds.includes(row.kind)))
      .filter(Boolean);
    if (!shown.length) return;
    line.replaceChildren(
      ...shown.map((row) => {
        const tick = document.createElement("span");
        tick.className = "tick";
        tick.append(mark(row), mono(row.message), " ", row.text);
        return tick;
      })
    );
    whyButton.disabled = false;
    whyButton.dataset.trace = (newest.find((row) => row.kind !== "GOING") ?? newest[0]).trace;
  }

  function drawList(newest) {
    const focused = document.activeElement?.dataset?.key;
    rows.replaceChildren(
      ...newest.slice(0, MOST_ROWS).map((row) => {
        const item = document.createElement("li");
        const kind = document.createElement("span");
        kind.append(mark(row), " ", WORDS[row.kind]);
        const ask = Object.assign(document.createElement("button"), {
          type: "button",
          className: "btn quiet",
          textContent: "why?",
        });
        ask.dataset.trace = row.trace;
        ask.dataset.key = row.key;
        ask.setAttribute("aria-label", `Why: ${row.message} ${row.text}`);
        const text = document.createElement("span");
        text.textContent = text.title = row.text;
        const count = mono(row.count > 1 ? row.count + "×" : "");
        item.append(kind, mono(row.message), text, count, ask);
        return item;
      })
    );
    if (focused) rows.querySelector(`[data-key="${CSS.escape(focused)}"]`)?.focus();
  }

  function mark(row) {
    const span = document.createElement("span");
    span.className = "sign " + row.kind.toLowerCase();
    span.textContent = MARKS[row.kind];
    span.setAttribute("role", "img");
    span.setAttribute("aria-label", WORDS[row.kind]);
    return span;
  }

  function mono(text) {
    const span = document.createElement("span");
    span.className = "mono";
    span.textContent = span.title = text;
    return span;
  }

  function pull() {
    list.hidden = !list.hidden;
    pullButton.setAttribute("aria-expanded", !list.hidden);
    draw();
  }
  const whyNow = () => whyButton.dataset.trace && why(whyButton.dataset.trace);
  // pointerdown, because a row may be drawn anew between press and click
  rows.addEventListener("pointerdown", (event) => {
    const ask = event.target.closest("button");
    if (ask) why(ask.dataset.trace);
  });
  rows.addEventListener("keydown", (event) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    event.stopPropagation();
    why(event.target.dataset.trace);
  });
  pullButton.addEventListener("click", pull);
  whyButton.addEventListener("click", whyNow);
  all.addEventListener("change", draw);
  return { pull, whyNow };
}
