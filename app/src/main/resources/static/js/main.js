// Every page but a played layout: frame, keys, refusals, and the view of the page. Views know what lies below them, never this.
import * as socket from "./socket.js";
import { startTicker } from "./ticker.js";
import { startKeys } from "./keys.js";
import { mountFace, faceText, faceValue } from "./face.js";
import { draw, drawInPassing, isOpen, isWaiting } from "./drawn.js";
import { post, say } from "./replies.js";
import { isLearning, learn } from "./learning.js";
import { dialogOpen, keySheet, search, why } from "./dialog.js";
import { watchPanic } from "./panic.js";
import "./lend.js";
import * as map from "./map.js";
import * as describe from "./describe.js";
import * as connect from "./connect.js";
import * as layouts from "./layouts.js";
import * as layoutfile from "./layoutfile.js";
import * as rehearse from "./rehearse.js";
import * as perform from "./perform.js";
import * as monitor from "./monitor.js";
import * as find from "./find.js";
import * as pages from "./pages.js";
import * as presets from "./presets.js";
import * as pairs from "./pairs.js";
import * as many from "./many.js";
import * as table from "./table.js";
import * as layers from "./layers.js";
import * as foci from "./foci.js";
import * as text from "./text.js";
import * as light from "./light.js";
import * as routes from "./routes.js";

const views = {
  map, describe, connect, layouts, layoutfile, rehearse, perform, monitor, find,
  pages, presets, pairs, many, table, layers, foci, text, light, routes,
};
const page = () => document.getElementById("page");
const view = () => views[page()?.dataset.view];

function mount() {
  const now = page();
  document.querySelectorAll("#tabs .tab").forEach((tab) => {
    if (location.pathname.startsWith(tab.pathname)) tab.setAttribute("aria-current", "page");
    else tab.removeAttribute("aria-current");
  });
  now.querySelectorAll(".face:not([data-drawn])").forEach((face) => {
    face.dataset.drawn = "yes";
    mountFace(face);
  });
  foci.showUnder();
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
[
  "panel",
  "ports",
  "presence",
  "song",
  "brief",
  "chord",
  "learn",
  "touched",
  "opened",
  "memory",
  "dumped",
  "inventory",
  "recalled",
  "heard",
  "standing",
  "flows",
].forEach((type) => socket.on(type, (message) => view()?.[type]?.(message)));

// What asks for no page of its own names a source that stays: of requests from the same source only the last one waits, and
// the page that an edit leads to must not be crowded out by a row of tabs.
let refreshing = 0;

// Another browser made an edit: it is shown.
socket.on("rig", (message) => {
  htmx.ajax("GET", "/frame/tabs?at=" + location.pathname, { source: ".top", target: "#tabs", swap: "outerHTML" });
  clearTimeout(refreshing);
  // an edit made here brings its own page: drawing it twice would take away what was opened in between
  const look = () => {
    if (Number(page().dataset.revision) >= message.revision) return;
    if (isWaiting()) refreshing = setTimeout(look, 150);
    else drawInPassing();
  };
  refreshing = setTimeout(look, 150);
});
socket.on("presence", () => {
  htmx.ajax("GET", "/frame/tabs?at=" + location.pathname, { source: ".top", target: "#tabs", swap: "outerHTML" });
  if (["connect", "check", "map"].includes(page().dataset.view)) drawInPassing();
});
socket.on("layers", layers.stackTurned);
socket.on("focus", foci.focusMoved);
socket.on("silence", layers.silenceChanged);
socket.on("unsure", ({ devices }) => mark(devices));
socket.on("standing", () => {
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
  document
    .querySelectorAll(".scroll[id], .scroll[aria-label]")
    .forEach((list) => (places[list.id || list.ariaLabel] = list.scrollTop));
});
// A refusal goes where its form has room for it; where there is none it is said, and nothing on the page makes way for it.
document.addEventListener("htmx:beforeSwap", ({ detail }) => {
  if (detail.xhr.status < 400 || !detail.shouldSwap || detail.target.matches(".refusal")) return;
  detail.shouldSwap = false;
  const said = new DOMParser().parseFromString(detail.serverResponse, "text/html").querySelector(".refused");
  say(said?.textContent.replace("▲", "").trim() ?? "That is not there any more. Load the page again.");
});
document.addEventListener("htmx:afterSettle", () => {
  mount();
  document
    .querySelectorAll(".scroll[id], .scroll[aria-label]")
    .forEach((list) => (list.scrollTop = places[list.id || list.ariaLabel] ?? list.scrollTop));
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
  event.target.querySelector?.(".refused")?.scrollIntoView({ block: "nearest" });
});
function lost(event) {
  const slot = event.target.closest?.("form")?.querySelector(".refusal");
  const status = event.detail.xhr?.status ?? 0;
  const text =
    status === 403 || status === 401
        ? "This page is too old to make edits. Load it again; copy what you typed first."
        : status === 0
          ? "Orchard cannot be reached. What you typed is still here; try again in a moment."
          : "That did not work. What you typed is still here; try again in a moment.";
  if (!slot) return say(text);
  slot.replaceChildren(
    Object.assign(document.createElement("p"), { className: "refused", role: "alert", textContent: "▲ " + text })
  );
}
document.addEventListener("htmx:sendError", lost);
document.addEventListener("htmx:responseError", lost);

// Undo, redo, light
async function history(what, anybodys = false) {
  if (page().dataset.view === "perform") return;
  const answer = await post("/" + what, anybodys ? "anybodys=true" : "");
  if (!answer.ok) return say(answer.text);
  const { done, text, otherwise } = JSON.parse(answer.text);
  if (otherwise) say(text, { label: otherwise, act: () => history(what, true) }, 8000);
  else say(text);
  if (done) draw();
}
const called = document.getElementById("browsername");
called.closest(".dropdown").addEventListener("shown.bs.dropdown", async () => {
  const response = await fetch("/browser").catch(() => null);
  if (response?.ok) called.value = await response.text();
});
called.addEventListener("change", async () => {
  const answer = await post("/browser", "name=" + encodeURIComponent(called.value));
  say(answer.ok ? "Others read this name where an edit of yours is named." : answer.text);
});
function otherLight() {
  const root = document.documentElement;
  const light = root.dataset.light === "lamplight" ? "daylight" : "lamplight";
  root.dataset.light = light;
  root.dataset.bsTheme = light === "lamplight" ? "dark" : "light";
  const name = root.dataset.stage === "true" ? "light-stage" : "light-desk";
  document.cookie = `${name}=${light}; path=/; max-age=31536000; samesite=strict`;
}

// An address that is nearly what was typed is taken by one press.
document.addEventListener("click", ({ target }) => {
  const near = target.closest?.("[data-near]");
  const input = near?.closest("label, .field, div")?.querySelector("input");
  if (!input) return;
  const rest = input.value.trim().split(/\s+/).slice(1);
  input.value = [near.dataset.near, ...rest].join(" ");
  near.closest(".nearby").replaceChildren();
  ["input", "change"].forEach((type) => input.dispatchEvent(new Event(type, { bubbles: true })));
});
document.getElementById("learn").addEventListener("click", () => learn(!isLearning()));
document.getElementById("learnoff").addEventListener("click", () => learn(false));
document.getElementById("search").addEventListener("click", search);
document.getElementById("undo").addEventListener("click", () => history("undo"));
document.getElementById("redo").addEventListener("click", () => history("redo"));
document.getElementById("light").addEventListener("click", otherLight);
document.getElementById("keys").addEventListener("click", keySheet);

const ticker = startTicker(why);
startKeys({
  learn: () => learn(!isLearning()),
  stopLearning: () => learn(false),
  search,
  history,
  otherLight,
  keySheet,
  pull: ticker.pull,
  why: ticker.whyNow,
  monitor: () => page().dataset.view === "perform" || (location.href = "/monitor"),
  view,
  page,
  dialogOpen,
  isLearning,
  isOpen,
});
watchPanic(async () => say((await post("/panic")).text));
// What was deleted can be taken back under the hand that deleted it.
document.body.addEventListener("gone", ({ detail }) =>
  say(detail.label + ".", { label: "Take back", title: "Undo (Ctrl Z)", act: () => history("undo") }, 5000)
);
// A panel in a window of its own, beside whatever page is open here.
document.addEventListener("click", (event) => {
  const link = event.target.closest?.("[data-window]");
  if (!link || event.ctrlKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  window.open(link.href, "orchard-" + link.dataset.window, "popup,width=660,height=620");
});
document.addEventListener("change", ({ target }) => {
  if (target.matches("[data-goto]")) location.href = target.value;
});
mount();
document.documentElement.dataset.ready = "yes";
