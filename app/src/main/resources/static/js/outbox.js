// What fingers did on a layout since Orchard was told last: one message a frame, and at once when a finger comes or leaves.
import { send } from "./socket.js";

let layout;
let down = [];
let moves = new Map();
let up = [];
let planned = false;

export function playing(id) {
  layout = id;
}

export function came(control) {
  down.push(control);
  flush();
}

export function left(control) {
  up.push(control);
  flush();
}

/** @param part the control, with .x and the like after it where it gives more than one number */
export function moved(part, value) {
  moves.delete(part); // what moved last is told last
  moves.set(part, value);
  if (planned) return;
  planned = true;
  requestAnimationFrame(flush);
}

/** The same for what has no ends: how far it went, which adds up. */
export function turned(part, by) {
  moved(part, (moves.get(part) ?? 0) + by);
}

/** What a control sets goes to its default. */
export function twice(control) {
  send({ type: "default", layout, control });
}

/** Tells what waits now. What cannot be told is forgotten: when the connection is back, the truth is told first. */
function flush() {
  planned = false;
  if (down.length + moves.size + up.length === 0) return;
  send({ type: "touch", layout, at: performance.now(), down, moves: [...moves], up });
  down = [];
  moves = new Map();
  up = [];
}
