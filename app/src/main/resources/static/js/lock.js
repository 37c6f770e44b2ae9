// The lock of a layout that is played: pressed, nothing on it listens any more; held for a while, everything does again.
import { lock } from "./fingers.js";
import { tapped } from "./tap.js";

const HELD = 800;

export function watchLock(button, layout) {
  const key = `locked ${layout}`;
  let timer;
  let unlocked = false;
  const put = (isLocked) => {
    lock(isLocked);
    document.body.classList.toggle("locked", isLocked);
    button.setAttribute("aria-pressed", isLocked);
    button.querySelector("span").textContent = isLocked ? "Hold to unlock" : "Lock";
    sessionStorage.setItem(key, isLocked);
  };
  const isLocked = () => button.getAttribute("aria-pressed") === "true";
  const hold = () => {
    if (!isLocked() || timer) return;
    button.classList.add("holding");
    timer = setTimeout(() => {
      unlocked = true;
      release();
      put(false);
    }, HELD);
  };
  function release() {
    clearTimeout(timer);
    timer = undefined;
    button.classList.remove("holding");
  }
  const press = () => {
    unlocked = false;
    hold();
  };
  button.addEventListener("pointerdown", press);
  ["pointerup", "pointercancel", "pointerleave", "blur", "keyup"].forEach((type) => button.addEventListener(type, release));
  button.addEventListener("keydown", ({ key: pressed, repeat }) => (pressed === "Enter" || pressed === " ") && !repeat && press());
  tapped(button, ".lock", () => !unlocked && !isLocked() && put(true)); // not with the press that unlocked
  put(sessionStorage.getItem(key) === "true");
}
