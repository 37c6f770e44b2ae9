// A velocity curve: five points that are dragged, and the last hits as dots on it. What is kept is decided in Java.
import { arrowStep, clamp } from "./drag.js";

const HITS = [0, 32, 64, 96, 127];
const MOST_DOTS = 24;
const dots = new Map();

const points = (form) => [...form.querySelectorAll("input[name=point]")];

function velocity(values, hit) {
  let i = 1;
  while (i < HITS.length - 1 && hit > HITS[i]) i++;
  const share = (hit - HITS[i - 1]) / (HITS[i] - HITS[i - 1]);
  return values[i - 1] + share * (values[i] - values[i - 1]);
}

function draw(form) {
  const svg = form.querySelector(".velocity");
  const values = points(form).map((input) => Number(input.value));
  svg.querySelector(".curve").setAttribute("d", "M" + HITS.map((hit, i) => `${hit} ${127 - values[i]}`).join(" L"));
  svg.querySelectorAll(".handle").forEach((handle, i) => {
    handle.setAttribute("cx", HITS[i]);
    handle.setAttribute("cy", 127 - values[i]);
    handle.setAttribute("aria-valuenow", values[i]);
  });
  const hits = dots.get(svg.dataset.kind) ?? [];
  svg.querySelector(".hits").replaceChildren(
    ...hits.map((hit) => {
      const dot = document.createElementNS("http://www.w3.org/2000/svg", "circle");
      dot.setAttribute("cx", hit);
      dot.setAttribute("cy", 127 - velocity(values, hit));
      dot.setAttribute("r", 3);
      return dot;
    })
  );
  const named = [...form.querySelectorAll("[data-points]")];
  const now = values.join(" ");
  named.forEach((button) => button.setAttribute("aria-pressed", button.dataset.points === now));
  form.querySelector("[data-own]").textContent = named.some((button) => button.dataset.points === now) ? "" : "own";
}

/** Moves one point; the others give way so that a harder hit is never softer. */
function put(form, index, value) {
  const all = points(form);
  const to = Math.round(clamp(value, 0, 127));
  all[index].value = to;
  all.forEach((input, i) => {
    if (i < index) input.value = Math.min(Number(input.value), to);
    if (i > index) input.value = Math.max(Number(input.value), to);
  });
  draw(form);
}

export function mountFeel(main) {
  main.querySelectorAll(".velocity").forEach((svg) => {
    const form = svg.closest("form");
    form.querySelectorAll("[data-points]").forEach((button) =>
      button.addEventListener("click", () => {
        button.dataset.points.split(" ").forEach((value, i) => (points(form)[i].value = value));
        draw(form);
      })
    );
    svg.querySelectorAll(".handle").forEach((handle) => {
      const index = Number(handle.dataset.index);
      handle.addEventListener("pointerdown", (down) => {
        down.preventDefault();
        handle.setPointerCapture(down.pointerId);
        const move = (event) => {
          const box = svg.getBoundingClientRect();
          put(form, index, 127 - (((event.clientY - box.top) / box.height) * 139 - 6));
        };
        handle.addEventListener("pointermove", move);
        handle.addEventListener("pointerup", () => handle.removeEventListener("pointermove", move), { once: true });
      });
      handle.addEventListener("keydown", (event) => {
        const steps = arrowStep(event);
        if (!steps) return;
        event.preventDefault();
        event.stopPropagation();
        put(form, index, Number(points(form)[index].value) + Math.sign(steps) * Math.max(1, Math.abs(steps)));
      });
    });
    draw(form);
  });
}

/** A pad was hit: its strength becomes a dot on the curve of its kind. */
export function feelHit(key, number) {
  document.querySelectorAll(".velocity").forEach((svg) => {
    if (!svg.dataset.controls.split(" ").some((id) => key.endsWith(`/${id}/velocity`))) return;
    dots.set(svg.dataset.kind, [...(dots.get(svg.dataset.kind) ?? []), number].slice(-MOST_DOTS));
    draw(svg.closest("form"));
  });
}
