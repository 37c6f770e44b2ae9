// Perform: two steps and a stop. Every press counts, also while the one before is still on its way; other browsers follow.
import { post, say } from "./replies.js";

const LARGE = 900; // CSS pixels
const STAYS = 2500;

let presses = Promise.resolve();

function step(by) {
  presses = presses.then(async () => {
    const from = document.getElementById("set").dataset.song ?? "";
    const answer = await post("/perform/step", "by=" + by + "&from=" + encodeURIComponent(from));
    if (answer.ok) show(answer.text);
    else say(answer.text);
  });
}

/** Puts the set list in place as the server drew it. */
function show(html) {
  const set = new DOMParser().parseFromString(html, "text/html").querySelector("#set");
  const id = document.activeElement?.id;
  document.getElementById("set").replaceWith(set);
  set.querySelector(".now")?.scrollIntoView({ block: "nearest" });
  if (id) document.getElementById(id)?.focus({ preventScroll: true });
}

/** Whether what was just changed stands here in large letters: on wide screens, unless somebody said otherwise. */
const isLarge = () => (localStorage.getItem("large-values") ?? String(innerWidth >= LARGE)) === "true";

function large(on) {
  document.getElementById("large").setAttribute("aria-pressed", on);
  document.getElementById("brief").hidden = !on;
}

let fading = 0;

/** A hand changed something. */
export function brief({ name, text }) {
  const box = document.getElementById("brief");
  box.querySelector(".briefname").textContent = name;
  box.querySelector(".briefvalue").textContent = text;
  box.dataset.shown = "yes";
  clearTimeout(fading);
  fading = setTimeout(() => delete box.dataset.shown, STAYS);
}

/** Other notes are held. */
export function chord({ key, text }) {
  const shown = document.querySelector(`[data-chord="${CSS.escape(key)}"]`);
  if (shown) shown.textContent = text;
}

export function mount(main) {
  large(isLarge());
  main.querySelector("#large").addEventListener("click", () => {
    localStorage.setItem("large-values", String(!isLarge()));
    large(isLarge());
  });
  main.querySelector(".now")?.scrollIntoView({ block: "center" });
  main.addEventListener("click", (event) => {
    const button = event.target.closest("[data-by]");
    if (button) step(Number(button.dataset.by));
  });
  main
    .querySelector("#panic")
    .addEventListener("htmx:afterRequest", (event) => event.detail.successful && say(event.detail.xhr.responseText));
}

/** A device came, went, or does not answer. */
export async function standing() {
  const response = await fetch("/perform/gear").catch(() => null);
  if (!response?.ok) return;
  const gear = new DOMParser().parseFromString(await response.text(), "text/html").querySelector("#gear");
  if (gear) document.getElementById("gear").replaceWith(gear);
}

/** Another browser went to a song. */
export function song() {
  presses = presses
    .then(async () => {
      const response = await fetch("/perform/set");
      if (response.ok) show(await response.text());
    })
    .catch(() => {});
}

export function key(event) {
  const onButton = event.target.closest?.("button, a");
  const by = event.key === "ArrowRight" || (event.key === " " && !onButton) ? 1 : event.key === "ArrowLeft" ? -1 : 0;
  if (!by) return false;
  step(by);
  return true;
}
