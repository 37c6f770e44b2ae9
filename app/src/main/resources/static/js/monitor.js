// The monitor: signals as they happen, newest first. The server filters, folds and counts; this draws what it is told.
import { on, send } from "./socket.js";
import { why } from "./dialog.js";
import { post, say } from "./replies.js";

const MOST = 400;
const ROW_HEIGHT = 27;
const DRAW_MILLIS = 50;
const MARKS = { in: "▼", out: "▲" };
let page;
let paused = false;
let rows = new Map();
let unshown = 0;
let lost = 0;
let due = false;

const form = () => page.querySelector("#monitorbar");
const folds = () => form().elements.fold.checked;
const sides = () => form().elements.sides.checked;
let hidden = 0;

function filter() {
  const elements = form().elements;
  const kinds = [...page.querySelectorAll("input[name=kind]:checked")].map((box) => box.value).join(" ");
  return {
    device: elements.device.value,
    direction: elements.direction.value,
    kinds,
    unheard: elements.unheard.checked,
    search: elements.search.value,
    keepalives: elements.keepalives.checked,
  };
}

function ask(after) {
  send({ type: "monitor", paused, fold: folds(), after, ...filter() });
}

export function mount(main) {
  page = main;
  paused = false;
  again();
  let soon = 0;
  form().addEventListener("input", () => {
    clearTimeout(soon);
    soon = setTimeout(again, 120);
  });
  form().addEventListener("submit", (event) => event.preventDefault());
  page.querySelector("#pause").addEventListener("click", pause);
  page.querySelector("#earlier").addEventListener("click", earlier);
  page.querySelector("#copyrows").addEventListener("click", copy);
  page.querySelector("#clearrows").addEventListener("click", clear);
  page.querySelectorAll("[data-export]").forEach((link) =>
    link.addEventListener("click", () => {
      link.href = "/monitor/export?" + new URLSearchParams({ format: link.dataset.export, ...filter() });
    })
  );
  page.querySelector("#monitorscroll").addEventListener("scroll", () => {
    if (due) return;
    due = true;
    requestAnimationFrame(draw);
  });
  const body = page.querySelector("#monitorbody");
  // pointerdown, because a row may be drawn anew between press and click
  body.addEventListener("pointerdown", (event) => {
    const button = event.target.closest("button");
    if (button) why(button.dataset.trace);
  });
  body.addEventListener("keydown", (event) => {
    if ((event.key === "Enter" || event.key === " ") && event.target.dataset.trace) {
      event.preventDefault();
      event.stopPropagation();
      why(event.target.dataset.trace);
    }
  });
}

/** Starts anew, with what is kept. */
function again() {
  rows.clear();
  unshown = 0;
  page.querySelector("#kindsbutton").textContent = page.querySelectorAll("input[name=kind]:checked").length || "All";
  page.querySelector("#kindsbutton").append(" kinds");
  if (paused) load(Number.MAX_SAFE_INTEGER);
  else ask(-1);
  draw();
}
on("online", () => page?.isConnected && page.dataset.view === "monitor" && ask(-1));

function take(news) {
  for (const row of news.rows) {
    const before = folds() ? rows.get(row.key) : undefined;
    rows.delete(row.key);
    if (before) row.count += before.count;
    rows.set(folds() ? row.key : row.number, row);
  }
  unshown += news.unshown;
  hidden += news.hidden;
  while (rows.size > MOST) rows.delete(rows.keys().next().value);
}

on("monitor", (message) => {
  if (!page?.isConnected || paused) return;
  if (message.start) {
    rows.clear();
    unshown = 0;
    hidden = 0;
    message.rows.unshown = 0;
  }
  take(message.rows);
  lost = message.lost ?? lost;
  if (due) return;
  due = true;
  setTimeout(draw, DRAW_MILLIS);
});

function pause() {
  paused = !paused;
  const button = page.querySelector("#pause");
  button.setAttribute("aria-pressed", paused);
  button.firstChild.textContent = paused ? "Go on " : "Pause ";
  const newest = [...rows.values()].reduce((most, row) => Math.max(most, row.number), 0);
  ask(paused ? 0 : newest || -1);
  draw();
}

async function load(before) {
  const response = await fetch("/monitor/rows?" + new URLSearchParams({ before, fold: folds(), ...filter() }));
  if (!response.ok) return say("Earlier signals could not be read. Try again in a moment.");
  const news = await response.json();
  const older = new Map();
  for (const row of news.rows) {
    const key = folds() ? row.key : row.number;
    if (rows.has(key)) rows.get(key).count += row.count;
    else older.set(key, row);
  }
  rows = new Map([...older, ...rows]);
  page.querySelector("#earlier").disabled = news.rows.length === 0;
  draw();
}

function earlier() {
  if (!paused) pause();
  load([...rows.values()].reduce((least, row) => Math.min(least, row.number), Number.MAX_SAFE_INTEGER));
}

function draw() {
  due = false;
  if (!page.isConnected) return;
  const newest = [...rows.values()].sort((a, b) => b.number - a.number);
  const none = newest.length === 0;
  page.querySelector("#monitorempty").hidden = !none;
  page.querySelector("table").hidden = none;
  page.querySelector("#earlier").hidden = none;
  const note = page.querySelector("#unshown");
  note.hidden = !unshown && !lost;
  note.textContent = [
    unshown &&
      `${unshown.toLocaleString("en")} came too fast to be shown one by one; they are kept, and Earlier signals has them.`,
    lost && `${lost.toLocaleString("en")} were not kept: more came than could be looked at.`,
  ]
    .filter(Boolean)
    .join(" ");
  page.querySelector("#hiddenalive").textContent = hidden
    ? `${hidden.toLocaleString("en")} keep-alives hidden`
    : "";
  page.querySelector("#messagehead").textContent = sides() ? "In" : "Message";
  page.querySelector("#outhead").hidden = !sides();
  const focused = document.activeElement?.dataset?.key;
  const body = page.querySelector("#monitorbody");
  body.replaceChildren(...newest.slice(0, wanted()).map(line));
  if (focused) body.querySelector(`[data-key="${CSS.escape(focused)}"]`)?.focus();
}

/** No more rows are drawn than can be seen, and as many more as one scrolls down. */
function wanted() {
  const list = page.querySelector("#monitorscroll");
  return Math.ceil((list.scrollTop + list.clientHeight * 1.5) / ROW_HEIGHT);
}

function line(row) {
  const tr = document.createElement("tr");
  const cell = (text, name) => {
    const td = Object.assign(document.createElement("td"), { textContent: text, title: text });
    td.className = name;
    tr.append(td);
    return td;
  };
  cell(row.time, "mono");
  const mark = cell("", "");
  const sign = document.createElement("span");
  sign.className =
    "sign " + (row.kind === "bad" ? "wrong" : row.unheard ? "unheard" : row.direction === "in" ? "arriving" : "going");
  sign.textContent = row.kind === "bad" ? "✕" : row.unheard ? "○" : MARKS[row.direction];
  mark.append(sign, " ", row.direction);
  mark.title = "";
  cell(row.device, "");
  if (sides()) {
    cell(row.direction === "in" ? row.message : "", "mono message");
    cell(row.direction === "out" ? row.message : "", "mono message");
  } else cell(row.message, "mono message");
  cell(row.bytes, "mono faint hex");
  cell(row.result, "");
  cell(row.count > 1 ? row.count.toLocaleString("en") : "", "mono num");
  const ask = Object.assign(document.createElement("button"), { type: "button", className: "btn quiet", textContent: "why?" });
  ask.dataset.trace = row.trace;
  ask.dataset.key = row.key;
  ask.setAttribute("aria-label", `Why: ${row.message}`);
  tr.append(Object.assign(document.createElement("td"), { className: "ask" }));
  tr.lastChild.append(ask);
  return tr;
}

async function copy() {
  const text = [...rows.values()]
    .sort((a, b) => b.number - a.number)
    .map((row) => [row.time, row.direction, row.device, row.message, row.bytes, row.result, row.count].join("\t"))
    .join("\n");
  try {
    await navigator.clipboard.writeText(text);
    say(`${rows.size} rows copied.`);
  } catch {
    say("This browser did not allow copying. Save as NDJSON instead.");
  }
}

async function clear() {
  const answer = await post("/monitor/clear");
  if (!answer.ok) return say(answer.text);
  again();
  say("The list is clear. What plays is not touched.");
}

export function key(event) {
  if (event.key === " " && !event.target.closest("button, a, summary")) {
    pause();
    return true;
  }
  return false;
}
