// Parameter pages: values as they change, and which page is under the controls.
import { mountNumbers } from "./numbers.js";

let page;

export function mount(main, known) {
  page = main;
  mountNumbers(main);
  show(known?.parameters);
  const field = main.querySelector("#find");
  field?.addEventListener("input", () => {
    const words = field.value.toLowerCase().split(/\s+/).filter(Boolean);
    main
      .querySelectorAll("[data-words]")
      .forEach((chip) => (chip.hidden = !words.every((word) => chip.dataset.words.includes(word))));
  });
}

function show(parameters = {}) {
  page.querySelectorAll("[data-value]").forEach((slot) => {
    const value = parameters[slot.dataset.value];
    if (value) slot.textContent = value.text;
  });
}

/** Another page was laid under the controls. */
export function opened({ device, page: number }) {
  const slot = page.querySelector("#opennow");
  if (slot?.dataset.device !== device) return;
  const here = Number(slot.dataset.number) === number;
  slot.textContent = here ? "It is under them." : `Page ${number} is under them.`;
  slot.previousElementSibling.disabled = here;
}

export const live = (message) => show(message.parameters);
