// A field: each finger is a point of its own; where the first one was is drawn as a trail.
import { arrowStep, clamp } from "../drag.js";
import { on } from "../fingers.js";
import { moved } from "../outbox.js";
import { standing } from "./standing.js";
import { touched } from "./touched.js";

const TRAIL = 60;

export function mount(element) {
  const plane = element.querySelector(".plane");
  const trail = element.querySelector("polyline");
  const words = element.querySelector(".value");
  const count = Number(element.dataset.fingers);
  const points = [];
  const past = [];
  const texts = {};
  const owners = new Array(count).fill(null);
  const parts = new Map();

  for (let i = 0; i < count; i++) {
    const dot = plane.querySelector(`[data-finger="${i + 1}"]`);
    points.push({});
    for (const direction of ["x", "y"]) {
      const part = direction + (i ? i + 1 : "");
      const at = standing(({ value, text }) => {
        if (value !== undefined) {
          dot.style.setProperty("--" + direction, value.toFixed(4));
          if (i === 0) draw();
        }
        if (text === undefined) return;
        texts[part] = text;
        words.textContent = Object.values(texts).filter(Boolean).join(" · ");
        element.setAttribute("aria-valuetext", words.textContent);
      });
      at.put({ value: 0.5 });
      points[i][direction] = at;
      parts.set(part, at);
    }
  }

  function draw() {
    if (!points[0].y) return;
    const { x, y } = points[0];
    past.push(`${(x.value * 100).toFixed(1)},${(100 - y.value * 100).toFixed(1)}`);
    if (past.length > TRAIL) past.shift();
    trail.setAttribute("points", past.join(" "));
    element.setAttribute("aria-valuenow", Math.round(x.value * 100));
  }

  function go(i, to) {
    for (const direction of ["x", "y"]) {
      if (to[direction] === undefined) continue;
      points[i][direction].mine(clamp(to[direction]));
      moved(`${field.id}.${direction}${i ? i + 1 : ""}`, points[i][direction].value);
    }
  }

  function toFinger(i, { x, y }) {
    const box = plane.getBoundingClientRect();
    go(i, { x: (x - box.left) / box.width, y: (box.bottom - y) / box.height });
  }

  const field = touched(element, {
    began(finger) {
      const i = owners.indexOf(null);
      if (i < 0) return;
      owners[i] = finger;
      Object.values(points[i]).forEach((at) => at.held());
      if (!finger.again) toFinger(i, finger);
    },
    moved(finger) {
      const i = owners.indexOf(finger);
      if (i >= 0) toFinger(i, finger);
    },
    ended(finger) {
      const i = owners.indexOf(finger);
      if (i < 0) return;
      owners[i] = null;
      Object.values(points[i]).forEach((at) => at.left());
    },
    key(event) {
      const step = arrowStep(event) / 100;
      if (!step) return;
      event.preventDefault();
      const direction = event.key === "ArrowLeft" || event.key === "ArrowRight" ? "x" : "y";
      go(0, { [direction]: points[0][direction].value + step });
    },
  });
  const told = field.told;
  return Object.assign(field, {
    tappedTwice: null,
    told(news, part) {
      const direction = part.split(".")[1];
      if (direction) parts.get(direction)?.told(news);
      if (direction && (news.unknown || news.value !== undefined)) element.classList.toggle("unknown", Boolean(news.unknown));
      else told({ name: news.name, hue: news.hue, look: news.look }, part);
    },
  });
}
