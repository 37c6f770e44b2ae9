// How a layout lies on the screen it is played on: wide as it was drawn, or tall on one or several screens that are turned.
const SWIPE = 60;
const QUICK = 800;
const tall = matchMedia("(orientation: portrait)");
let board;
let at = 0;

/** @param turned is told whenever elements lie elsewhere or others are seen */
export function mount(element, turned) {
  board = element;
  const nav = document.getElementById("screens");
  const again = () => (arrange(nav), turned());
  nav.addEventListener("click", (event) => {
    const button = event.target.closest("[data-by]");
    if (button) turn(Number(button.dataset.by), again);
  });
  tall.addEventListener("change", again);
  swipes((by) => turn(by, again));
  arrange(nav);
}

const numbers = (text) => text.split(",").map(Number);

const count = () => numbers(board.dataset.screens).length / 2;

function turn(by, again) {
  if (!tall.matches) return;
  const to = Math.max(0, Math.min(count() - 1, at + by));
  if (to === at) return;
  at = to;
  again();
}

function arrange(nav) {
  const screens = numbers(board.dataset.screens);
  at = Math.min(at, count() - 1);
  nav.hidden = !tall.matches || count() < 2;
  document.getElementById("screenat").textContent = `${at + 1}/${count()}`;
  board.querySelectorAll(".element").forEach((element) => {
    const { x, y, width, height } = element.dataset;
    let [screen, ...box] = [at, Number(x), Number(y), Number(width), Number(height)];
    let [columns, rows] = [Number(board.dataset.columns), Number(board.dataset.rows)];
    if (tall.matches) {
      [screen, ...box] = numbers(element.dataset.tall);
      [columns, rows] = screens.slice(2 * screen, 2 * screen + 2);
    }
    element.hidden = screen !== at;
    element.style.left = (100 * box[0]) / columns + "%";
    element.style.top = (100 * box[1]) / rows + "%";
    element.style.width = (100 * box[2]) / columns + "%";
    element.style.height = (100 * box[3]) / rows + "%";
  });
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
