// Panic: everything stops. One button, top right on every page and every layout, and one chord: Shift+Esc, or Esc held.
const HELD = 700;
const AFTER = 700; // a click so soon after a touch is that touch

/** @param stop stops everything, and says so */
export function watchPanic(stop) {
  const button = document.getElementById("stopall");
  let pressed = -AFTER;
  // at once, and also while other fingers are down: of such a touch browsers make no click
  button.addEventListener("pointerdown", (event) => {
    if (event.pointerType === "mouse") return;
    pressed = event.timeStamp;
    stop();
  });
  button.addEventListener("click", (event) => (event.detail === 0 || event.timeStamp - pressed > AFTER) && stop());
  let timer = 0;
  const letGo = () => clearTimeout(timer);
  document.addEventListener(
    "keydown",
    (event) => {
      if (event.key !== "Escape" || event.repeat) return;
      if (event.shiftKey) {
        event.preventDefault();
        event.stopImmediatePropagation();
        stop();
      } else {
        letGo();
        timer = setTimeout(stop, HELD);
      }
    },
    true
  );
  document.addEventListener("keyup", (event) => event.key === "Escape" && letGo(), true);
  window.addEventListener("blur", letGo);
}
