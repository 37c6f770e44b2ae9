// A layout being played, on a tablet or any browser. A finger rules its own element; everything else follows Orchard.
import * as brief from "./brief.js";
import * as button from "./elements/button.js";
import * as clock from "./elements/clock.js";
import * as choices from "./elements/choices.js";
import * as fader from "./elements/fader.js";
import * as field from "./elements/field.js";
import * as keys from "./elements/keys.js";
import * as knob from "./elements/knob.js";
import * as pad from "./elements/pad.js";
import * as shown from "./elements/shown.js";
import * as tilt from "./elements/tilt.js";
import * as wheel from "./elements/wheel.js";
import * as fingers from "./fingers.js";
import * as outbox from "./outbox.js";
import * as screens from "./screens.js";
import * as socket from "./socket.js";
import { watchLock } from "./lock.js";
import { watchPanic } from "./panic.js";

const KINDS = { clock, fader, keys, knob, wheel, button, tap: button, tilt, pad, field, choices, list: choices };
const board = document.getElementById("page");
const lost = document.getElementById("lost");
const layout = board.dataset.layout;
const elements = new Map();
outbox.playing(layout);

board.querySelectorAll(".element").forEach((element) => {
  const { element: id, kind, value, text } = element.dataset;
  const mounted = (KINDS[kind] ?? shown).mount(element);
  elements.set(id, { element, ...mounted });
  mounted.told({ value: Number(value), text }, id);
  mounted.ids?.forEach((key) => elements.set(key, { element, ...mounted }));
  if (mounted.fingers === false) return;
  fingers.watch(element, mounted);
  element.addEventListener("keydown", (event) => fingers.listens() && mounted.key(event));
});

screens.mount(board);
fingers.whenLifted(screens.lifted);

socket.on("shown", (message) => {
  Object.entries(message.elements).forEach(([part, news]) => {
    const one = elements.get(part.split(".")[0]);
    one?.told(news, part);
    if (one) brief.said(one.element, news);
  });
  (message.taken ?? []).forEach((id) => {
    const one = elements.get(id);
    if (one?.taken) one.taken(id);
    else if (one) fingers.taken(one.element);
  });
  if (message.song !== undefined) clock.song(message.song < 0 ? null : message.song);
  if (message.fine !== undefined) fingers.setFine(message.fine);
  if (message.page) screens.open(message.page);
  if (message.revision !== undefined) follow(message.revision);
});
socket.on("song", () => clock.song(0));
// Layers that are on stand beside the name, the topmost first.
const layers = document.getElementById("playlayers");
socket.on("layers", ({ stack }) => {
  layers.querySelectorAll("[data-layer]").forEach((one) => (one.hidden = !stack.includes(one.dataset.layer)));
  [...stack].reverse().forEach((id) => layers.append(layers.querySelector(`[data-layer="${CSS.escape(id)}"]`) ?? ""));
});

// An edit made elsewhere is shown once no finger is down: a move is never cut short.
let revision = Number(board.dataset.revision);
function reloadWhenFree() {
  if (fingers.any() || [...elements.values()].some((one) => one.holds?.())) setTimeout(reloadWhenFree, 300);
  else location.reload();
}
function follow(now) {
  if (now <= revision) return; // it was drawn after that
  revision = now;
  reloadWhenFree();
}
socket.on("rig", (message) => follow(message.revision));

socket.on("offline", () => {
  fingers.cut();
  letGo("cut");
  document.body.classList.add("cut");
  lost.hidden = document.hidden;
});
const lostWords = lost.textContent;
socket.on("unwelcome", () => (lost.textContent = "This tablet was taken away, or its layout was: nothing you touch arrives."));
// Before "welcome" Orchard told where everything stands.
socket.on("welcome", () => {
  lost.hidden = true;
  lost.textContent = lostWords;
  document.body.classList.remove("cut");
  fingers.mended();
  document.documentElement.dataset.ready = "yes";
});
document.addEventListener("visibilitychange", () => {
  if (!document.hidden) return;
  fingers.letGo();
  letGo("hidden");
});

/** Also what is kept without a finger. */
function letGo(why) {
  elements.forEach((one) => one.letGo?.(why));
}
socket.on("silenced", () => letGo("panic"));

// The key that leads here from where a layout is drawn leads back.
document.addEventListener("keydown", (event) => {
  const leads = event.key === "u" && !event.repeat && !event.ctrlKey && !event.metaKey && !event.target.matches("input");
  if (leads && board.dataset.draw) location.href = board.dataset.draw;
});

watchLock(document.getElementById("lock"), layout);
watchPanic(() => socket.send({ type: "panic" }));
socket.on("stopped", () => {
  const button = document.getElementById("stopall");
  button.classList.add("done");
  setTimeout(() => button.classList.remove("done"), 1200);
});
// The screen stays awake; a browser lets go of that whenever the page is not seen.
async function stayAwake() {
  if (document.hidden) return;
  try {
    await navigator.wakeLock.request("screen");
  } catch {
    say("This screen may go dark by itself: the browser keeps it awake only over https, or on the machine Orchard runs on.");
  }
}
function say(words) {
  const lacks = document.getElementById("lacks");
  lacks.textContent = words;
  lacks.hidden = false;
  setTimeout(() => (lacks.hidden = true), 8000);
}
document.addEventListener("visibilitychange", stayAwake);
stayAwake();
if (!isSecureContext) say("Over http this page cannot be installed, stay awake or lend its tilt: open it over https, or on this machine.");
if (!window.PointerEvent) say("This browser does not tell fingers apart: play on a newer one.");
const whole = document.getElementById("whole");
whole.hidden = !document.fullscreenEnabled;
whole.addEventListener("click", () =>
  document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen()
);

["contextmenu", "gesturestart", "dblclick", "selectstart"].forEach((type) =>
  document.addEventListener(type, (event) => event.preventDefault())
);
fingers.cut(); // until Orchard is there
socket.open("play", layout);
