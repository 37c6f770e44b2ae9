// A wheel: a finger goes round its middle, on and on, wherever it is by then; a full round is a whole way.
import { arrowStep } from "../drag.js";
import { on, share } from "../fingers.js";
import { turned } from "../outbox.js";
import { touched } from "./touched.js";

export function mount(element) {
  const dial = element.querySelector(".dial");
  let angle = 0;
  const turn = (by) => {
    angle += by;
    element.style.setProperty("--angle", angle.toFixed(4));
    turned(wheel.id, by);
  };
  const direction = ({ x, y }) => {
    const box = dial.getBoundingClientRect();
    return Math.atan2(y - box.top - box.height / 2, x - box.left - box.width / 2) / (2 * Math.PI);
  };
  const wheel = touched(element, {
    began: (finger) => (finger.direction = direction(finger)),
    moved(finger) {
      const all = on(element);
      const now = direction(finger);
      const by = now - finger.direction - Math.round(now - finger.direction); // the shorter way round
      finger.direction = now;
      if (all[0] === finger && by) turn(by * share(element));
    },
    key(event) {
      const by = arrowStep(event) / 100;
      if (!by) return;
      event.preventDefault();
      turn(by);
    },
  });
  return wheel;
}
