// Pointer and key gestures shared by everything that is turned, dragged or pressed.

/** Calls moved(dx, dy, event) while a pointer that went down on the element moves; started and ended are optional. */
export function drag(element, { started = () => true, moved = () => {}, ended = () => {} }) {
  element.addEventListener("pointerdown", (down) => {
    if (down.button !== 0 || started(down) === false) return;
    down.preventDefault();
    element.setPointerCapture(down.pointerId);
    element.focus?.({ preventScroll: true });
    const move = (event) => moved(event.clientX - down.clientX, event.clientY - down.clientY, event);
    const stop = (event) => {
      element.removeEventListener("pointermove", move);
      element.removeEventListener("pointerup", stop);
      element.removeEventListener("pointercancel", stop);
      ended(event);
    };
    element.addEventListener("pointermove", move);
    element.addEventListener("pointerup", stop);
    element.addEventListener("pointercancel", stop);
  });
}

/** The step an arrow key asks for, in units of one step: Shift is coarse, Alt is fine; 0 for any other key. */
export function arrowStep(event) {
  const direction = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key] ?? 0;
  return direction * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);
}

export const clamp = (value, low = 0, high = 1) => Math.max(low, Math.min(high, value));

/** Press and release of something that is held: pointer, Space or Enter. */
export function hold(element, pressed, released) {
  let down = false;
  const press = (event) => {
    if (down) return;
    down = true;
    element.classList.add("down");
    pressed(event);
  };
  const release = () => {
    if (!down) return;
    down = false;
    element.classList.remove("down");
    released();
  };
  element.addEventListener("pointerdown", (event) => {
    if (event.button !== 0) return;
    element.setPointerCapture(event.pointerId);
    press(event);
  });
  element.addEventListener("pointerup", release);
  element.addEventListener("pointercancel", release);
  element.addEventListener("keydown", (event) => {
    if (event.key !== " " && event.key !== "Enter") return;
    event.preventDefault();
    if (!event.repeat) press(event);
  });
  element.addEventListener("keyup", (event) => (event.key === " " || event.key === "Enter") && release());
  element.addEventListener("blur", release);
}
