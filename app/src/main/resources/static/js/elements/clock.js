// A clock: the time of day, how long the song has been on, or what is left of it.
import { show } from "./touched.js";

const clocks = new Set();
let began = null;

/** The song has been on for so long; null if nobody knows. */
export function song(millis) {
  began = millis === null ? null : performance.now() - millis;
  clocks.forEach((tick) => tick());
}

const two = (number) => String(number).padStart(2, "0");
const inMinutes = (seconds) => `${Math.floor(seconds / 60)}:${two(seconds % 60)}`;

export function mount(element) {
  const words = element.querySelector(".value");
  const { shows, minutes } = element.dataset;
  const told = () => {
    if (shows === "day") return new Date().toTimeString().slice(0, 5);
    if (began === null) return "–:–";
    const gone = Math.floor((performance.now() - began) / 1000);
    if (shows === "song") return inMinutes(gone);
    const left = Number(minutes) * 60 - gone;
    return (left < 0 ? "−" : "") + inMinutes(Math.abs(left));
  };
  const tick = () => {
    const now = told();
    if (words.textContent !== now) words.textContent = now;
    element.classList.toggle("over", now.startsWith("−"));
  };
  clocks.add(tick);
  setInterval(tick, 250);
  tick();
  return { told: (news) => show(element, { name: news.name }), fingers: false };
}
