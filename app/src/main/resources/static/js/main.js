// Every page but a played layout: frame, keys, Learn, refusals, and the view of the page.
import * as socket from "./socket.js";
import { startTicker } from "./ticker.js";
import { startKeys } from "./keys.js";
import { mountFace, faceText, faceValue } from "./face.js";
import { draw, drawInPassing } from "./drawn.js";
import "./lend.js";
import * as map from "./map.js";
import * as describe from "./describe.js";
import * as connect from "./connect.js";
import * as layouts from "./layouts.js";
import * as rehearse from "./rehearse.js";
import * as perform from "./perform.js";
import * as monitor from "./monitor.js";
import * as find from "./find.js";
import * as pages from "./pages.js";
import * as presets from "./presets.js";
import * as pairs from "./pairs.js";
import * as many from "./many.js";
import * as table from "./table.js";

const views = { map, describe, connect, layouts, rehearse, perform, monitor, find, pages, presets, pairs, many, table };
const said = document.getElementById("said");
let quiet = 0;

/** Says something in passing. */
export function say(text) {
  said.textContent = text;
  clearTimeout(quiet);
  quiet = setTimeout(() => (said.textContent = ""), 4000);
}

const page = () => document.getElementById("page");
const view = () => views[page()?.dataset.view];

function mount() {
  const now = page();
  now.querySelectorAll(".face:not([data-drawn])").forEach((face) => {
    face.dataset.drawn = "yes";
    mountFace(face);
  });
  if (now.dataset.mounted) return;
  now.dataset.mounted = "yes";
  view()?.mount?.(now, live);
  socket.open(now.dataset.view);
}

// What a device said last stands while it is in doubt, silent or away, with a mark beside each value.
const unsure = new CSSStyleSheet();
document.adoptedStyleSheets.push(unsure);
function mark(devices) {
  const values = (device) => ["live", "target", "key", "value"].map((name) => `[data-${name}^="${CSS.escape(device)}/"]`);
  unsure.replaceSync(devices.length ? `${devices.flatMap(values)} { --unsure: "◐" / "not sure: "; }` : "");
}
mark((document.body.dataset.unconfirmed ?? "").split(" ").filter(Boolean));

const live = { controls: {}, parameters: {}, groups: {} };
socket.on("live", (message) => {
  Object.assign(live.controls, message.controls);
  Object.assign(live.parameters, message.parameters);
  Object.assign(live.groups, message.groups ?? {});
  for (const [key, value] of Object.entries(message.controls ?? {})) faceValue(key, value);
  for (const [key, words] of Object.entries(message.lights ?? {})) faceText(key, words);
  view()?.live?.(message);
});
["panel", "ports", "presence", "song", "learn", "touched", "opened", "memory", "inventory", "recalled", "heard", "standing"].forEach((type) =>
  socket.on(type, (message) => view()?.[type]?.(message)));

// What asks for no page of its own names a source that stays: of requests from the same source only the last one waits, and
// the page that an edit leads to must not be crowded out by a row of tabs.
let refreshing = 0;
let underWay = 0;
document.addEventListener("htmx:beforeRequest", () => underWay++);
document.addEventListener("htmx:afterRequest", () => (underWay = Math.max(0, underWay - 1)));

// Another browser made an edit: it is shown.
socket.on("rig", (message) => {
  htmx.ajax("GET", "/frame/tabs?at=" + location.pathname, { source: ".top", target: "#tabs", swap: "outerHTML" });
  clearTimeout(refreshing);
  // an edit made here brings its own page: drawing it twice would take away what was opened in between
  const look = () => {
    if (Number(page().dataset.revision) >= message.revision) return;
    if (underWay) refreshing = setTimeout(look, 150);
    else drawInPassing();
  };
  refreshing = setTimeout(look, 150);
});
socket.on("presence", () => {
  htmx.ajax("GET", "/frame/tabs?at=" + location.pathname, { source: ".top", target: "#tabs", swap: "outerHTML" });
  if (["connect", "check", "map"].includes(page().dataset.view)) drawInPassing();
});
socket.on("standing", (message) => {
  mark(message.unsure);
  htmx.ajax("GET", "/frame/tabs?at=" + location.pathname, { source: ".top", target: "#tabs", swap: "outerHTML" });
  if (page().dataset.view === "check") drawInPassing();
});
const cut = document.getElementById("lost");
socket.on("offline", () => (cut.hidden = false));
let connected = false;
socket.on("online", () => {
  cut.hidden = true;
  if (connected) drawInPassing(); // what was told meanwhile nobody heard
  connected = true;
});
socket.on("refused", (message) => say(message.why));

// Swaps: keep the place in long lists, mount what came.
const places = {};
document.addEventListener("htmx:beforeSwap", () => {
  document.querySelectorAll(".scroll[id], .scroll[aria-label]").forEach((list) => (places[list.id || list.ariaLabel] = list.scrollTop));
});
document.addEventListener("htmx:afterSettle", () => {
  mount();
  document.querySelectorAll(".scroll[id], .scroll[aria-label]").forEach((list) => (list.scrollTop = places[list.id || list.ariaLabel] ?? list.scrollTop));
});
document.addEventListener("htmx:afterSwap", (event) => {
  const refused = event.target.querySelector?.(".refused[data-seen]");
  const seen = refused?.closest("form")?.querySelector("input[name=seen]");
  if (refused && seen) seen.value = refused.dataset.seen;
  const field = event.target.querySelector?.(".refused[data-field]")?.dataset.field;
  const input = field && event.target.closest("form")?.elements[field];
  if (input) {
    input.setAttribute("aria-invalid", "true");
    input.focus();
  }
});
function lost(event) {
  const slot = event.target.closest?.("form")?.querySelector(".refusal");
  const status = event.detail.xhr?.status ?? 0;
  const text = status === 404 ? "This is not in the rig any more. Undo brings it back."
    : status === 403 || status === 401 ? "This page is too old to make edits. Load it again; copy what you typed first."
    : status === 0 ? "Orchard cannot be reached. What you typed is still here; try again in a moment."
    : "That did not work. What you typed is still here; try again in a moment.";
  if (!slot) return say(text);
  slot.replaceChildren(Object.assign(document.createElement("p"), { className: "refused", role: "alert", textContent: "▲ " + text }));
}
document.addEventListener("htmx:sendError", lost);
document.addEventListener("htmx:responseError", lost);

// Undo, redo, Learn, light
export async function history(what) {
  if (page().dataset.view === "perform") return;
  const answer = await post("/" + what);
  say(answer.text);
  if (answer.ok) draw();
}
export async function post(path, body = "") {
  const headers = { ...JSON.parse(document.body.getAttribute("hx-headers")), "Content-Type": "application/x-www-form-urlencoded" };
  try {
    const response = await fetch(path, { method: "POST", headers, body });
    const type = response.headers.get("Content-Type") ?? "";
    const text = await response.text();
    const plain = type.includes("html") && response.status === 422
      ? new DOMParser().parseFromString(text, "text/html").body.textContent.replace("▲", "").trim() : text;
    return { ok: response.ok, text: plain };
  } catch {
    return { ok: false, text: "Orchard cannot be reached." };
  }
}

let learning = false;
export const isLearning = () => learning;
export async function learn(on) {
  if (page().dataset.view === "perform") return;
  const answer = await post("/learn", "on=" + on);
  if (!answer.ok) say(answer.text);
}
socket.on("learn", ({ status }) => {
  learning = status.on && document.body.parentElement.dataset.stage !== "true";
  document.body.classList.toggle("learning", learning);
  document.getElementById("learn").setAttribute("aria-pressed", learning);
  document.getElementById("learnbar").hidden = !learning;
  document.getElementById("learntext").textContent = learnText(status);
});
function learnText({ control, parameter, done, refused, page }) {
  if (page) return (done ? `${done}: on page “${page}”. ` : "") + `Touch parameters one after another, in the software or on Map: each goes on page “${page}”.`;
  if (refused) return refused + " Move another control, or touch another parameter.";
  if (control) return `${control} … now touch a parameter here, or move it in the software.`;
  if (parameter) return `… ${parameter}. Now move a control.`;
  if (done) return `${done}: done. Move the next control, or stop.`;
  return "Move a control, and touch a parameter here or in the software, in whichever order.";
}

function otherLight() {
  const root = document.documentElement;
  const light = root.dataset.light === "lamplight" ? "daylight" : "lamplight";
  root.dataset.light = light;
  root.dataset.bsTheme = light === "lamplight" ? "dark" : "light";
  const name = root.dataset.stage === "true" ? "light-stage" : "light-desk";
  document.cookie = `${name}=${light}; path=/; max-age=31536000; samesite=strict`;
}

// The dialog: search, keys, why
const dialog = document.getElementById("dialog");
export function show(title, fill) {
  document.getElementById("dialogtitle").textContent = title;
  const body = document.getElementById("dialogbody");
  body.replaceChildren();
  fill(body);
  bootstrap.Modal.getOrCreateInstance(dialog).show();
}
export const dialogOpen = () => dialog.classList.contains("show");
dialog.addEventListener("shown.bs.modal", () => dialog.querySelector("input, a, button")?.focus());

export function search() {
  show("Search", (body) => {
    const results = document.createElement("div");
    const input = Object.assign(document.createElement("input"), { type: "search", className: "form-control", placeholder: "A device, a control, a parameter …" });
    input.setAttribute("aria-label", "Search everything");
    const look = () => htmx.ajax("GET", "/search?q=" + encodeURIComponent(input.value), { source: "#dialog", target: results, swap: "innerHTML" });
    let soon = 0;
    input.addEventListener("input", () => { clearTimeout(soon); soon = setTimeout(look, 120); });
    input.addEventListener("keydown", (event) => event.key === "Enter" && results.querySelector("a")?.click());
    body.append(input, results);
    look();
  });
}
export const keySheet = () => show("Keys", (body) => body.append(document.getElementById("keysheet").content.cloneNode(true)));
export function why(trace) {
  show("Why?", (body) => htmx.ajax("GET", "/why/" + trace, { source: "#dialog", target: body, swap: "innerHTML" }));
}

document.addEventListener("click", (event) => {
  const opener = event.target.closest?.("[data-dialog]");
  if (opener) show(opener.dataset.dialogTitle, (body) => htmx.ajax("GET", opener.dataset.dialog, { source: "#dialog", target: body, swap: "innerHTML" }));
});
document.getElementById("learn").addEventListener("click", () => learn(!learning));
document.getElementById("learnoff").addEventListener("click", () => learn(false));
document.getElementById("search").addEventListener("click", search);
document.getElementById("undo").addEventListener("click", () => history("undo"));
document.getElementById("redo").addEventListener("click", () => history("redo"));
document.getElementById("light").addEventListener("click", otherLight);
document.getElementById("keys").addEventListener("click", keySheet);

const ticker = startTicker(why);
startKeys({
  learn: () => learn(!learning), stopLearning: () => learn(false), search, history, otherLight, keySheet,
  pull: ticker.pull, why: ticker.whyNow, monitor: () => page().dataset.view === "perform" || (location.href = "/monitor"), view, page, dialogOpen, isLearning,
});
mount();
document.documentElement.dataset.ready = "yes";
