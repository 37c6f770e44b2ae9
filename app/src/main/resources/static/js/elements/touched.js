// What elements that fingers move have in common: how they say that a finger is on them, and how they draw what they stand at.
import { on } from "../fingers.js";
import { came, left, twice } from "../outbox.js";
import { stand } from "./at.js";
import { standing } from "./standing.js";

/**
 * @param rules whether fingers put it where they are
 * @param draw draws what it is given of value and text, besides what every element draws
 * @param moved what a finger that moves does
 */
export function touched(element, { rules = true, draw = () => {}, began = () => {}, moved = () => {}, ended = () => {}, key = () => {} }) {
  const id = element.dataset.element;
  const at = standing((news) => {
    show(element, news);
    draw(news);
  }, rules);
  return {
    id,
    at,
    goesOn: true,
    told: (news, part) => part === id && at.told(news),
    began(_, finger) {
      const isFirst = on(element).length === 1;
      if (isFirst) {
        element.classList.add("held");
        at.held();
      }
      began(finger);
      if (isFirst) came(id); // at once, with what that finger did
    },
    moved: (_, finger, dx, dy) => moved(finger, dx, dy),
    ended(_, finger) {
      ended(finger);
      if (on(element).length) return;
      element.classList.remove("held");
      at.left();
      left(id);
    },
    tappedTwice: () => twice(id),
    key,
  };
}

/** A rule gives it a colour, which may move; without one it has its own again. */
export function tinted(part, look) {
  part.dataset.ownTint ??= part.dataset.tint ?? "";
  const [colour, how] = look.split(" ");
  part.dataset.tint = colour ? "ruled" : part.dataset.ownTint;
  if (!part.dataset.tint) delete part.dataset.tint;
  if (colour) part.style.setProperty("--tint", colour);
  else part.style.removeProperty("--tint");
  part.dataset.how = how ?? "";
}

/** What every element draws: its place on the way, what it says of that, and its name. */
export function show(element, { value, unknown, text, name, hue, look }) {
  if (look !== undefined) tinted(element, look);
  if (hue !== undefined) element.style.setProperty("--hue", hue);
  if (unknown) element.classList.add("unknown");
  if (value !== undefined) {
    stand(element, value);
    element.classList.remove("unknown");
    element.classList.toggle("lit", value >= 0.5);
    if (element.hasAttribute("aria-valuenow")) element.setAttribute("aria-valuenow", Math.round(value * 100));
  }
  if (text !== undefined) {
    const words = element.querySelector(".value");
    if (words) words.textContent = text;
    if (element.hasAttribute("aria-valuenow")) element.setAttribute("aria-valuetext", text);
  }
  if (name !== undefined) {
    const cap = element.querySelector(".cap");
    if (cap) cap.textContent = name;
    if (element.hasAttribute("aria-label")) element.setAttribute("aria-label", name);
  }
}
