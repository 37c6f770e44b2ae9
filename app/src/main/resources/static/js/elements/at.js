// Where an element stands on its way, 0 to 1. Only what moves is told: whatever else is in the element need not be styled anew.
const moving = new WeakMap();

export function stand(element, value) {
  if (!moving.has(element)) moving.set(element, element.querySelectorAll(".slot, .arc, .pointer, .bulb"));
  const at = value.toFixed(4);
  element.dataset.at = at;
  moving.get(element).forEach((part) => part.style.setProperty("--at", at));
}
