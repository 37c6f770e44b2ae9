// A layout being played, on a tablet or any browser. A finger rules its own fader; everything else follows Orchard.
import * as socket from "./socket.js";
import { arrowStep, clamp } from "./drag.js";
import { level, place, rename } from "./board.js";
import { watchPanic } from "./panic.js";

const AFTER_RELEASE = 250;
const board = document.getElementById("page");
const layout = board.dataset.layout;
const held = new Map();

function show(element, value, text) {
  level(element, value);
  element.setAttribute("aria-valuenow", Math.round(value * 100));
  if (text !== undefined) {
    element.querySelector(".value").textContent = text;
    element.setAttribute("aria-valuetext", text);
  }
}

board.querySelectorAll(".element").forEach((element) => {
  place(element, board);
  if (!element.classList.contains("fader")) return;
  const id = element.dataset.element;
  const value = () => Number(element.querySelector(".fill").dataset.value);
  const touch = (to) => {
    show(element, to);
    socket.send({ type: "touch", layout, element: id, value: to });
  };
  show(element, value(), element.querySelector(".value").textContent);
  element.addEventListener("pointerdown", (down) => {
    down.preventDefault();
    element.setPointerCapture(down.pointerId);
    element.classList.add("held");
    held.set(id, Infinity);
    socket.send({ type: "hold", layout, element: id, on: true });
    const from = value();
    const way = element.querySelector(".slot").clientHeight;
    const move = (event) => touch(clamp(from + (down.clientY - event.clientY) / way));
    const stop = () => {
      element.removeEventListener("pointermove", move);
      element.removeEventListener("pointerup", stop);
      element.removeEventListener("pointercancel", stop);
      element.classList.remove("held");
      held.set(id, performance.now() + AFTER_RELEASE);
      socket.send({ type: "hold", layout, element: id, on: false });
    };
    element.addEventListener("pointermove", move);
    element.addEventListener("pointerup", stop);
    element.addEventListener("pointercancel", stop);
  });
  element.addEventListener("keydown", (event) => {
    const to =
      event.key === "Home" ? 0 : event.key === "End" ? 1 : arrowStep(event) ? clamp(value() + arrowStep(event) / 100) : null;
    if (to === null) return;
    event.preventDefault();
    touch(to);
  });
});

socket.on("touch", (message) => {
  const element = board.querySelector(`[data-element="${CSS.escape(message.element)}"]`);
  if (!element?.classList.contains("fader")) return;
  const mine = (held.get(message.element) ?? 0) > performance.now();
  show(element, mine ? Number(element.querySelector(".fill").dataset.value) : message.value, message.text);
});
socket.on("live", (message) => rename(board, message.groups));
// Layers that are on stand beside the name, the topmost first.
const layers = document.getElementById("playlayers");
socket.on("layers", ({ stack }) => {
  layers.querySelectorAll("[data-layer]").forEach((one) => (one.hidden = !stack.includes(one.dataset.layer)));
  [...stack].reverse().forEach((id) => layers.append(layers.querySelector(`[data-layer="${CSS.escape(id)}"]`) ?? ""));
});
// An edit made elsewhere is shown once no finger is down: a move is never cut short.
function reloadWhenFree() {
  if (board.querySelector(".held")) setTimeout(reloadWhenFree, 300);
  else location.reload();
}
let edited = false;
socket.on("rig", () => {
  if (!edited) reloadWhenFree();
  edited = true;
});
socket.on("offline", () => (document.getElementById("lost").hidden = false));
let before = false;
socket.on("online", () => {
  document.getElementById("lost").hidden = true;
  if (before) location.reload();
  before = true;
});
watchPanic(() => socket.send({ type: "panic" }));
socket.on("stopped", () => {
  const button = document.getElementById("stopall");
  button.classList.add("done");
  setTimeout(() => button.classList.remove("done"), 1200);
});
socket.open("play", layout);
document.documentElement.dataset.ready = "yes";
