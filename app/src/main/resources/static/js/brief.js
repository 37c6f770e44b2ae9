// What a finger moves stands in large letters over the layout for a moment: on wide screens, unless somebody said otherwise here.
import * as fingers from "./fingers.js";

const LARGE = 900; // CSS pixels
const STAYS = 1500;
const box = document.getElementById("brief");
const button = document.getElementById("large");
let fading = 0;

const isLarge = () => (localStorage.getItem("large-values-touched") ?? String(innerWidth >= LARGE)) === "true";
button.setAttribute("aria-pressed", isLarge());
button.addEventListener("click", () => {
  localStorage.setItem("large-values-touched", String(!isLarge()));
  button.setAttribute("aria-pressed", isLarge());
  if (!isLarge()) box.hidden = true;
});

/** An element says something else; it is shown large if a finger is on it. */
export function said(element, { text }) {
  if (text == null || !isLarge() || !fingers.on(element).length) return;
  const at = element.getBoundingClientRect();
  box.firstChild.textContent = element.getAttribute("aria-label") ?? element.querySelector(".name")?.textContent ?? "";
  box.lastChild.textContent = text;
  box.classList.toggle("low", at.top + at.height / 2 < innerHeight / 2); // never under the hand
  box.hidden = false;
  clearTimeout(fading);
  fading = setTimeout(() => (box.hidden = true), STAYS);
}
