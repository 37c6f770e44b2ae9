// One light: what it shows and which rule says so, as it changes.
import { mountFields, pickedUp } from "./fields.js";
import { mountNumbers } from "./numbers.js";

const EVERY = 400;
let timer = 0;

function show(main, state) {
  const words = main.querySelector("[data-now-words]");
  if (words.textContent !== state.now.words) words.textContent = state.now.words;
  main.querySelector("[data-now-lamp]")?.setAttribute("fill", state.now.rgb);
  for (const sentence of state.sentences) {
    const card = main.querySelector(`[data-sentence="${CSS.escape(sentence.id)}"]`);
    if (!card) continue;
    card.classList.toggle("wins", sentence.wins);
    card.querySelector("[data-verdict]").textContent = sentence.verdict;
    for (const row of sentence.rows) {
      const rung = card.querySelector(`.rung[data-at="${row.at}"]`);
      if (!rung) continue;
      for (const one of ["wins", "holds", "not"]) rung.classList.toggle(one, row.state === one);
      if (row.state === "wins") rung.setAttribute("aria-current", "true");
      else rung.removeAttribute("aria-current");
      const why = rung.querySelector("[data-why]");
      if (why && why.textContent !== row.why) why.textContent = row.why;
    }
  }
}

async function ask(main) {
  if (!main.isConnected) return;
  if (!document.hidden) {
    try {
      const answer = await fetch("/describe/light/state?light=" + encodeURIComponent(main.dataset.light));
      if (answer.ok && main.isConnected) show(main, await answer.json());
    } catch {
      // Orchard is away; what is shown stands until it is back
    }
  }
  timer = setTimeout(() => ask(main), EVERY);
}

export function mount(main) {
  clearTimeout(timer);
  timer = setTimeout(() => ask(main), EVERY);
  mountFields(main);
  mountNumbers(main);
  main.querySelector(".ruleform")?.scrollIntoView({ block: "nearest" });
  main.querySelector(".ruleform select, .ruleform input:not([type=hidden])")?.focus({ preventScroll: true });
  main.querySelectorAll(".tint [name=other]").forEach((colour) =>
    colour.addEventListener("input", () => (colour.closest(".tint").querySelector("[type=radio]").checked = true))
  );
}
