// A fader: dragged from wherever the finger begins, or drawn to the finger; a second finger on it makes it fine.
import { arrowStep, clamp } from "../drag.js";
import { on, share } from "../fingers.js";
import { moved } from "../outbox.js";
import { touched } from "./touched.js";

export function mount(element) {
  const slot = element.querySelector(".slot");
  const way = element.dataset.direction;
  const isAbsolute = element.dataset.drag === "absolute";
  const go = (value) => {
    fader.at.mine(clamp(value));
    moved(fader.id, fader.at.value);
  };

  /** Which part of the whole way some pixels are. */
  function part(dx, dy) {
    const box = slot.getBoundingClientRect();
    return { up: -dy / box.height, down: dy / box.height, right: dx / box.width, left: -dx / box.width }[way];
  }

  function toFinger(finger) {
    const box = slot.getBoundingClientRect();
    const zero = { up: [0, box.bottom], down: [0, box.top], right: [box.left, 0], left: [box.right, 0] }[way];
    go(part(finger.x - zero[0], finger.y - zero[1]));
  }

  const fader = touched(element, {
    began: (finger) => isAbsolute && on(element).length === 1 && !finger.again && toFinger(finger),
    moved(finger, dx, dy) {
      const all = on(element);
      if (all[0] !== finger) return;
      const much = share(element);
      finger.again ||= much < 1; // after a fine move it goes on from there
      if (isAbsolute && !finger.again) toFinger(finger);
      else go(fader.at.value + part(dx, dy) * much);
    },
    key(event) {
      const step = arrowStep(event);
      const to = event.key === "Home" ? 0 : event.key === "End" ? 1 : step ? fader.at.value + step / 100 : null;
      if (to === null) return;
      event.preventDefault();
      go(to);
    },
  });
  return fader;
}
