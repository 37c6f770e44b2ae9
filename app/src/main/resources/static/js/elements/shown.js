// What only shows: words, numbers, meters, lamps and clocks.
import { show } from "./touched.js";

export function mount(element) {
  if (element.dataset.kind === "clock") {
    const words = element.querySelector(".value");
    const tick = () => {
      const now = new Date();
      words.textContent = now.toTimeString().slice(0, 5);
      setTimeout(tick, 60_000 - (now.getTime() % 60_000) + 50);
    };
    tick();
  }
  return { told: (news) => show(element, news), fingers: false };
}
