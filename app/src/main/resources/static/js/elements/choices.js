// Named values of which one is chosen, side by side or in a list that scrolls; the chosen one is always in view.
import { listens } from "../fingers.js";
import { came, left, moved } from "../outbox.js";
import { tapped } from "../tap.js";
import { standing } from "./standing.js";
import { show } from "./touched.js";

export function mount(element) {
  const id = element.dataset.element;
  const box = element.querySelector(".options");
  const options = [...element.querySelectorAll(".option")];
  const isList = element.dataset.kind === "list";
  const mark = isList ? "aria-selected" : "aria-checked";
  let chosen = null;

  const at = standing(({ value, unknown, name, hue, look }) => {
    show(element, { name, unknown, hue, look });
    if (unknown) {
      chosen?.setAttribute(mark, "false");
      chosen = null;
    }
    if (value === undefined || !options.length) return;
    element.classList.remove("unknown");
    const off = (option) => Math.abs(Number(option.dataset.at) - value);
    const nearest = options.reduce((best, option) => (off(option) < off(best) ? option : best));
    if (nearest === chosen) return;
    chosen?.setAttribute(mark, "false");
    chosen = nearest;
    chosen.setAttribute(mark, "true");
    inView();
  });

  function inView(always) {
    if (!isList || !chosen) return;
    const top = chosen.getBoundingClientRect().top - box.getBoundingClientRect().top + box.scrollTop;
    if (always || top < box.scrollTop || top + chosen.offsetHeight > box.scrollTop + box.clientHeight) {
      box.scrollTop = top - (box.clientHeight - chosen.offsetHeight) / 2;
    }
  }

  if (isList) new ResizeObserver(() => inView(true)).observe(box); // where it stands, or how large it is, comes later, or changes

  function choose(option) {
    if (!option || !listens()) return;
    came(id);
    at.held();
    at.mine(Number(option.dataset.at));
    moved(id, at.value);
    left(id);
    at.left();
  }

  function step(by) {
    const there = options.filter((option) => !option.hidden);
    choose(there[Math.max(0, Math.min(there.length - 1, there.indexOf(chosen) + by))]);
  }

  tapped(element, ".pick, .option", (button) => (button.dataset.by ? step(Number(button.dataset.by)) : choose(button)));
  box.addEventListener("keydown", (event) => {
    const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1, Home: -1e9, End: 1e9 }[event.key];
    if (!by) return;
    event.preventDefault();
    step(by);
    if (!isList) chosen.focus();
  });
  element.querySelector(".seek")?.addEventListener("input", (event) => {
    const words = event.target.value.trim().toLowerCase();
    options.forEach((option) => (option.hidden = !option.textContent.toLowerCase().includes(words)));
  });
  return { told: (news) => at.told(news), fingers: false };
}
