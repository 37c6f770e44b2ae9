// Panic: everything stops. One button, top right on every page and every layout, and one chord: Shift+Esc, or Esc held.
const HELD = 700;

/** @param stop stops everything, and says so */
export function watchPanic(stop) {
  document.getElementById("stopall").addEventListener("click", stop);
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
