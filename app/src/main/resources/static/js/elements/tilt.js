// The tilt and turn of the phone or tablet that shows this, once somebody lends it; until it is taken back, or the page is left.
import { clamp } from "../drag.js";
import { listens } from "../fingers.js";
import { came, left, moved, turned } from "../outbox.js";
import { tapped } from "../tap.js";

const WAY = 45; // degrees from flat to each end
const AWAIT = 1500;

export function mount(element) {
  const id = element.dataset.element;
  const dot = element.querySelector(".dot");
  const button = element.querySelector(".lend");
  const state = element.querySelector(".state");
  let on = false;
  let before = null;
  let wait;

  function put(direction, value) {
    dot.style.setProperty("--" + direction, value.toFixed(4));
  }
  ["x", "y"].forEach((direction) => put(direction, 0.5));

  function held({ alpha, beta, gamma }) {
    if (beta === null || gamma === null || !listens()) return;
    clearTimeout(wait);
    state.textContent = "Lent: press to take it back";
    const at = { x: clamp((gamma + WAY) / (2 * WAY)), y: clamp((WAY - beta) / (2 * WAY)) };
    for (const [direction, value] of Object.entries(at)) {
      put(direction, value);
      moved(`${id}.${direction}`, value);
    }
    if (alpha === null) return;
    const by = before === null ? 0 : ((before - alpha + 540) % 360) - 180; // with the clock is on, as on a knob
    before = alpha;
    if (by) turned(id + ".turn", by / 360);
  }

  async function lend() {
    if (!isSecureContext || !window.DeviceOrientationEvent) return (state.textContent = "Tilt is lent only over https");
    const asks = DeviceOrientationEvent.requestPermission;
    if (asks && (await asks.call(DeviceOrientationEvent)) !== "granted") return (state.textContent = "This device does not lend it");
    before = null;
    window.addEventListener("deviceorientation", held);
    state.textContent = "…";
    wait = setTimeout(() => (state.textContent = "This device tells no tilt"), AWAIT);
    set(true);
    came(id);
  }

  function set(isOn) {
    on = isOn;
    button.setAttribute("aria-pressed", on);
    element.classList.toggle("held", on);
  }

  function takeBack() {
    if (!on) return;
    clearTimeout(wait);
    window.removeEventListener("deviceorientation", held);
    state.textContent = "Lend it";
    set(false);
    left(id);
  }

  tapped(button, ".lend", () => listens() && (on ? takeBack() : lend()));
  return {
    told({ value, name }, part) {
      if (name !== undefined && part === id) element.querySelector(".cap").textContent = name;
      const direction = part.split(".")[1];
      if (!on && value !== undefined && (direction === "x" || direction === "y")) put(direction, value);
    },
    fingers: false,
    holds: () => on,
    // who was only cut off goes on when Orchard is there again
    letGo: (why) => why !== "cut" && takeBack(),
    // another screen lends its own: the last one counts
    taken: takeBack,
  };
}
