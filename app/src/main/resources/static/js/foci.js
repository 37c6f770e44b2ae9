// Foci: moved by a press on a place, by steps, and pinned; whoever else moves one, every page follows.
import { post, say } from "./replies.js";
import { drawInPassing } from "./drawn.js";
import { mountNumbers } from "./numbers.js";

async function send(path, body) {
  const answer = await post(path, body);
  if (!answer.ok) say(answer.text);
}

document.addEventListener("click", (event) => {
  const strip = event.target.closest?.(".focusstrip");
  if (!strip) return;
  const focus = "/foci/" + encodeURIComponent(strip.dataset.focus);
  const place = event.target.closest("[data-place]");
  const step = event.target.closest("[data-step]");
  if (place && strip.dataset.several === "true") {
    const on = place.getAttribute("aria-pressed") !== "true";
    send(focus + "/pick", "on=" + on + "&place=" + encodeURIComponent(place.dataset.place));
  } else if (place) send(focus + "/move", "place=" + encodeURIComponent(place.dataset.place));
  else if (step) send(focus + "/step", "by=" + step.dataset.step);
  else if (event.target.closest("[data-pin]")) send(focus + "/pin", "on=" + (strip.dataset.pinned !== "true"));
});

/** Where places stand in one row, what lies under the focus is brought into view. */
export function showUnder() {
  document.querySelectorAll(".focusstrip .places").forEach((places) => {
    const first = places.querySelector('[aria-pressed="true"]');
    if (first) places.scrollLeft = first.offsetLeft - places.offsetLeft - 30;
  });
}

/** A focus stands elsewhere. */
export function focusMoved({ focus, under, pinned }) {
  document.querySelectorAll(`.focusstrip[data-focus="${CSS.escape(focus)}"]`).forEach((strip) => {
    strip.dataset.pinned = pinned;
    strip.querySelectorAll("[data-place]").forEach((place) => {
      place.setAttribute("aria-pressed", under.includes(place.dataset.place));
    });
    const pin = strip.querySelector("[data-pin]");
    pin?.setAttribute("aria-pressed", pinned);
    if (pin) pin.textContent = pinned ? "Pinned" : "Pin";
  });
  document.querySelectorAll(`.framebar[data-frame="${CSS.escape(focus)}"]`).forEach((bar) => {
    bar.dataset.under = under.includes(bar.dataset.place);
  });
  showUnder();
  // what Map shows below lies under this focus
  if (document.querySelector(`#page[data-through="${CSS.escape(focus)}"]`)) drawInPassing();
}

export function mount(main) {
  mountNumbers(main);
}
