// A knob: a finger goes up or to the right to turn it up. One without ends tells how far it went.
import { arrowStep, clamp } from "../drag.js";
import { on, share } from "../fingers.js";
import { moved, turned } from "../outbox.js";
import { touched } from "./touched.js";

const WAY = 220; // pixels from end to end

export function mount(element) {
  const isEndless = element.dataset.endless === "true";
  let angle = 0;
  const turn = (by) => {
    if (isEndless) {
      angle += by;
      element.style.setProperty("--angle", angle.toFixed(4));
      turned(knob.id, by);
    } else {
      knob.at.mine(clamp(knob.at.value + by));
      moved(knob.id, knob.at.value);
    }
  };
  const knob = touched(element, {
    moved(finger, dx, dy) {
      if (on(element)[0] === finger) turn(((dx - dy) / WAY) * share(element));
    },
    key(event) {
      const to = { Home: -1, End: 1 }[event.key] ?? arrowStep(event) / 100;
      if (!to) return;
      event.preventDefault();
      turn(to);
    },
  });
  return knob;
}
