// A pad: how hard it is hit is told by where, or by how much of the finger lies on it; then how hard it is pressed and where, if it tells.
import { clamp } from "../drag.js";
import { on } from "../fingers.js";
import { came, left, moved } from "../outbox.js";
import { touched } from "./touched.js";

const SOFTEST = 1 / 127;
const LARGEST = 60; // pixels of a contact that hits as hard as can be

export function mount(element) {
  const { velocity, places } = element.dataset;
  const dot = element.querySelector(".dot");
  let pressed = false;

  function hardness({ event, y }) {
    const size = Math.max(event.width ?? 0, event.height ?? 0);
    if (velocity === "full") return 1;
    if (velocity === "contact" && size > 2) return clamp(size / LARGEST, SOFTEST, 1);
    const box = element.getBoundingClientRect();
    return clamp((box.bottom - y) / box.height, SOFTEST, 1);
  }

  function put(x, y) {
    dot.style.setProperty("--x", x.toFixed(4));
    dot.style.setProperty("--y", y.toFixed(4));
  }

  function place({ x, y }) {
    if (places !== "true") return;
    const box = element.getBoundingClientRect();
    const at = [clamp((x - box.left) / box.width), clamp((box.bottom - y) / box.height)];
    put(...at);
    moved(pad.id + ".x", at[0]);
    moved(pad.id + ".y", at[1]);
  }

  function hit(strength) {
    pressed = true;
    element.classList.add("down");
    moved(pad.id, strength);
  }

  function release() {
    if (!pressed) return;
    pressed = false;
    element.classList.remove("down");
    moved(pad.id, 0);
  }

  const pad = touched(element, {
    rules: false,
    began(finger) {
      if (on(element).length !== 1) return;
      place(finger);
      hit(hardness(finger));
    },
    moved(finger) {
      if (on(element)[0] !== finger) return;
      place(finger);
      const { pressure, pointerType } = finger.event;
      if (pointerType !== "mouse" && pressure > 0 && pressure !== 0.5) moved(pad.id + ".pressure", pressure);
    },
    ended: () => on(element).length === 0 && release(),
    key(event) {
      if (event.key !== " " && event.key !== "Enter") return;
      event.preventDefault();
      if (event.repeat) return;
      came(pad.id);
      hit(0.8);
    },
  });
  const keyUp = () => {
    if (!pressed || on(element).length) return;
    release();
    left(pad.id);
  };
  element.addEventListener("keyup", (event) => (event.key === " " || event.key === "Enter") && keyUp());
  element.addEventListener("blur", keyUp);
  const told = pad.told;
  const where = { x: 0.5, y: 0.5 };
  return Object.assign(pad, {
    goesOn: false,
    tappedTwice: null,
    told(news, part) {
      told(news, part);
      const direction = part.split(".")[1];
      if (!dot || pressed || !(direction in where) || news.value === undefined) return;
      where[direction] = news.value;
      put(where.x, where.y);
    },
  });
}
