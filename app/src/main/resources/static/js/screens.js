// How a layout lies on the screen it is played on: which of its pages is open, wide as it was drawn, or tall on one or several screens.
import { listens, on } from "./fingers.js";
import { send } from "./socket.js";
import { tapped } from "./tap.js";

const SWIPE = 60;
const QUICK = 800;
const portrait = matchMedia("(orientation: portrait)");
const pages = new Map();
let board;
let nav;
let at = 0;

const numbers = (text) => text.split(",").map(Number);

export function mount(element) {
  board = element;
  nav = document.getElementById("screens");
  document.querySelectorAll("#turns .turn").forEach((tab) => {
    const tall = new Map(tab.dataset.tall.split(";").map((one) => one.split(":")));
    pages.set(tab.dataset.page, { screens: numbers(tab.dataset.screens), tall });
    // where there is room for one tab only, it leads to the next page
    const shown = () => [...tab.parentElement.children].filter((one) => one.offsetParent);
    const leadsOn = () => tab.hasAttribute("aria-current") && shown().length === 1;
    tapped(tab, ".turn", () => listens() && ask(leadsOn() ? after(1, true) : tab.dataset.page));
  });
  tapped(board, "[data-opens]", (tab) => listens() && ask(tab.dataset.opens));
  tapped(nav, "[data-by]", (button) => screen(Number(button.dataset.by)));
  portrait.addEventListener("change", arrange);
  swipes((by) => screen(by) || (listens() && ask(after(by))));
  arrange();
}

/** The page so many pages after the open one. */
function after(by, round) {
  const all = [...pages.keys()];
  const to = all.indexOf(board.dataset.page) + by;
  return all[round ? to % all.length : to];
}

/** A page is open everywhere: here at once, and wherever else Orchard says so. */
function ask(page) {
  if (!pages.has(page) || page === board.dataset.page) return;
  send({ type: "page", layout: board.dataset.layout, page });
  open(page);
}

/** Shows a page; what a finger rules stays until it is lifted. */
export function open(page) {
  if (!pages.has(page) || page === board.dataset.page) return;
  board.dataset.page = page;
  at = 0;
  document.querySelectorAll("#turns .turn, [data-opens]").forEach((tab) => {
    const isOpen = (tab.dataset.page ?? tab.dataset.opens) === page;
    if (isOpen) tab.setAttribute("aria-current", "page");
    else tab.removeAttribute("aria-current");
  });
  arrange();
}

const count = () => pages.get(board.dataset.page).screens.length / 2;

/** Turns to another screen of the page; false if there is none. */
function screen(by) {
  const to = Math.max(0, Math.min(count() - 1, at + by));
  if (!portrait.matches || to === at) return false;
  at = to;
  arrange();
  return true;
}

/** Puts everything where it is now. */
export function arrange() {
  const { screens, tall } = pages.get(board.dataset.page);
  at = Math.min(at, count() - 1);
  nav.hidden = !portrait.matches || count() < 2;
  document.getElementById("screenat").textContent = `${at + 1}/${count()}`;
  board.querySelectorAll(".element").forEach((element) => {
    const place = portrait.matches ? tall.get(element.dataset.element) : wide(element);
    const isHere = Boolean(place) && (!portrait.matches || numbers(place)[0] === at);
    const stays = !isHere && !element.hidden && on(element).length > 0;
    element.classList.toggle("stays", stays);
    element.hidden = !isHere && !stays;
    if (element.hidden || stays) return;
    const [, x, y, width, height] = numbers(place);
    const [columns, rows] = portrait.matches
      ? screens.slice(2 * at, 2 * at + 2)
      : [Number(board.dataset.columns), Number(board.dataset.rows)];
    element.style.left = (100 * x) / columns + "%";
    element.style.top = (100 * y) / rows + "%";
    element.style.width = (100 * width) / columns + "%";
    element.style.height = (100 * height) / rows + "%";
  });
}

function wide({ dataset: { page, x, y, width, height } }) {
  return !page || page === board.dataset.page ? `0,${x},${y},${width},${height}` : undefined;
}

/** A finger was lifted: what only it kept here goes. */
export function lifted() {
  if (board.querySelector(".element.stays")) arrange();
}

/** Two fingers that go to one side together, beside what fingers play. */
function swipes(turn) {
  const fingers = new Map();
  document.body.addEventListener("pointerdown", (event) => {
    if (event.pointerType !== "touch" || event.target.closest("[tabindex], button, input, .options")) return;
    fingers.set(event.pointerId, { from: event.clientX, to: event.clientX, since: event.timeStamp });
  });
  document.body.addEventListener("pointermove", (event) => {
    const finger = fingers.get(event.pointerId);
    if (!finger) return;
    finger.to = event.clientX;
    const ways = [...fingers.values()].map((one) => (event.timeStamp - one.since < QUICK ? one.to - one.from : 0));
    if (ways.length !== 2) return;
    if (ways.every((way) => way < -SWIPE) || ways.every((way) => way > SWIPE)) {
      fingers.clear();
      turn(ways[0] < 0 ? 1 : -1);
    }
  });
  ["pointerup", "pointercancel"].forEach((type) =>
    document.body.addEventListener(type, (event) => fingers.delete(event.pointerId))
  );
}
