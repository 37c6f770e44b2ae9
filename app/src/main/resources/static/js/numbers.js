// Number fields: arrow keys step, Shift coarse, Alt fine, wheel over the field, drag on the label, double-click resets.
import { arrowStep, clamp } from "./drag.js";

/** Steps a field's number and says so like typing; what stands behind the number (a unit, a note's name) goes. */
function step(input, steps) {
  const { step: size = 1, low = -Infinity, high = Infinity } = input.dataset;
  const now = Number.parseFloat(input.value.replace("−", "-"));
  if (Number.isNaN(now)) return;
  const next = clamp(Math.round((now + steps * Number(size)) * 1000) / 1000, Number(low), Number(high));
  input.value = Number(size) >= 1 ? Math.round(next) : next;
  input.dispatchEvent(new Event("input", { bubbles: true }));
}

export function mountNumbers(root) {
  root.querySelectorAll("input[data-step]").forEach((input) => {
    input.addEventListener("keydown", (event) => {
      if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
      event.preventDefault();
      event.stopPropagation();
      const steps = arrowStep(event);
      step(input, Math.sign(steps) * Math.max(1, Math.abs(steps)));
    });
    input.addEventListener(
      "wheel",
      (event) => {
        if (document.activeElement !== input) return;
        event.preventDefault();
        step(input, event.deltaY < 0 ? 1 : -1);
      },
      { passive: false }
    );
    input.addEventListener("dblclick", () => {
      if (input.dataset.default === undefined) return;
      input.value = input.dataset.default;
      input.dispatchEvent(new Event("input", { bubbles: true }));
    });
    const label = input.closest("label");
    label?.addEventListener("pointerdown", (down) => {
      if (down.target !== label && down.target.tagName !== "SPAN") return;
      let done = 0;
      const move = (event) => {
        const steps = Math.trunc((event.clientX - down.clientX) / 6);
        if (steps !== done) step(input, steps - done);
        done = steps;
      };
      const stop = () => {
        document.removeEventListener("pointermove", move);
        document.removeEventListener("pointerup", stop);
      };
      document.addEventListener("pointermove", move);
      document.addEventListener("pointerup", stop);
    });
  });
}
