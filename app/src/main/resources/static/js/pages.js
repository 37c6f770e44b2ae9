// Parameter pages: values as they change.
import { mountNumbers } from "./numbers.js";

let page;

export function mount(main, known) {
  page = main;
  mountNumbers(main);
  show(known?.parameters);
}

function show(parameters = {}) {
  page.querySelectorAll("[data-value]").forEach((slot) => {
    const value = parameters[slot.dataset.value];
    if (value) slot.textContent = value.text;
  });
}

export const live = (message) => show(message.parameters);
