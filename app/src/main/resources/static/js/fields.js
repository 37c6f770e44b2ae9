// Fields of clauses: lines of conditions and of what is done, parameters that are typed, touched or picked, and real values.
import { arrowStep } from "./drag.js";
import { listen } from "./listen.js";
import { post, say } from "./replies.js";

let wanting; // the field that takes what is touched next
let taken = "";

/** Everything of that kind on a page. */
export function mountFields(main) {
  main.querySelectorAll(".actionlines").forEach(mountLines);
  main.querySelectorAll("input.quantity").forEach(mountQuantity);
  mountWhich(main);
}

/** A parameter was touched while Learn picks. */
export function pickedUp(key) {
  if (key && key !== taken && wanting?.isConnected) take(wanting, key);
  taken = key;
}

/** Lines of what is done: they can be moved and taken out; a new one is taken in hand at once. */
function mountLines(list) {
  if (!list) return;
  list.addEventListener("click", (event) => {
    const line = event.target.closest("li");
    if (event.target.closest("[data-out]")) line.remove();
    if (event.target.closest("[data-up]")) line.previousElementSibling?.before(line);
    const ear = event.target.closest("[data-listen]");
    if (ear) ear.ariaPressed === "true" ? ear.end() : listen(ear);
  });
  list.addEventListener("htmx:afterSettle", (event) => {
    list.querySelectorAll(".quantity:not([data-mounted])").forEach(mountQuantity);
    if (event.target === list) list.lastElementChild.querySelector("[data-field=what]").focus();
  });
}

/** A field for a parameter: it is typed, touched, or picked in a tree. */
function mountWhich(main) {
  wanting = undefined;
  main.addEventListener("click", async (event) => {
    const which = event.target.closest(".which");
    const field = which?.querySelector("input");
    if (event.target.closest("[data-touch]")) {
      wanting = field;
      const answer = await post("/learn/pick", "");
      if (!answer.ok) say(answer.text);
    } else if (event.target.closest("[data-tree]")) {
      const tree = which.querySelector(".tree");
      tree.hidden = !tree.hidden;
      event.target.setAttribute("aria-expanded", !tree.hidden);
      if (!tree.hidden) htmx.ajax("GET", "/map/tree", { target: tree, swap: "innerHTML" });
    } else if (event.target.closest("[data-leaf]")) {
      which.querySelector(".tree").hidden = true;
      which.querySelector("[data-tree]").setAttribute("aria-expanded", false);
      take(field, event.target.closest("[data-leaf]").dataset.key);
    }
  });
}

async function take(field, key) {
  const answer = await fetch("/map/title?key=" + encodeURIComponent(key));
  field.value = await answer.text();
  field.dispatchEvent(new Event("change", { bubbles: true }));
  field.focus();
}

/** A field for a real value: arrows step the number that stands in it, the wheel too; double-click gives the default. */
function mountQuantity(input) {
  input.dataset.mounted = "";
  const nudge = (steps) => {
    const match = input.value.replace("−", "-").match(/^\s*(-?\d*\.?\d+)\s*(.*)$/);
    if (!match) return;
    const decimals = (match[1].split(".")[1] ?? "").length;
    const unit = decimals ? 10 ** -decimals : 1;
    input.value = ((Number(match[1]) + steps * unit).toFixed(Number.isInteger(steps) ? decimals : decimals + 1) + " " + match[2])
      .trim()
      .replace("-", "−");
  };
  input.addEventListener("keydown", (event) => {
    if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
    event.preventDefault();
    nudge(arrowStep(event));
  });
  input.addEventListener(
    "wheel",
    (event) => {
      if (document.activeElement !== input) return;
      event.preventDefault();
      nudge(event.deltaY < 0 ? 1 : -1);
    },
    { passive: false }
  );
  input.addEventListener("dblclick", () => (input.value = input.dataset.standard));
}
