// A button, and what is tapped: on while a finger is on it, or switched by each press. It is lit when Orchard says so.
import { on } from "../fingers.js";
import { came, left, moved } from "../outbox.js";
import { touched } from "./touched.js";

export function mount(element) {
  const toggles = element.dataset.toggles === "true";
  let pressed = false;
  let switched = false;
  const press = () => {
    pressed = true;
    switched = !switched;
    element.classList.add("down");
    moved(button.id, toggles ? Number(switched) : 1);
  };
  const release = () => {
    if (!pressed) return;
    pressed = false;
    element.classList.remove("down");
    if (!toggles) moved(button.id, 0);
  };
  const button = touched(element, {
    rules: false,
    draw: ({ value }) => {
      if (value === undefined) return;
      switched = value >= 0.5;
      element.setAttribute("aria-pressed", switched);
    },
    began: () => on(element).length === 1 && press(),
    ended: () => on(element).length === 0 && release(),
    key(event) {
      if (event.key !== " " && event.key !== "Enter") return;
      event.preventDefault();
      if (event.repeat) return;
      came(button.id);
      press();
    },
  });
  const keyUp = () => {
    if (!pressed || on(element).length) return;
    release();
    left(button.id);
  };
  element.addEventListener("keyup", (event) => (event.key === " " || event.key === "Enter") && keyUp());
  element.addEventListener("blur", keyUp);
  return Object.assign(button, { goesOn: false, tappedTwice: null });
}
