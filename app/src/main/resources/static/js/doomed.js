// A stray key deletes nothing: the first press of Delete marks, the second within five seconds deletes.
import { say } from "./replies.js";

const MARKED = 5000;
let marked = null;

function spare() {
  clearTimeout(marked?.timer);
  marked?.element.classList.remove("doomed");
  marked = null;
}

/**
 * @param what is to be deleted, in words
 * @param element that is marked
 * @param act deletes it
 */
export function twice(what, element, act) {
  if (marked?.element === element && element.isConnected) {
    spare();
    say("");
    act();
    return;
  }
  spare();
  element.classList.add("doomed");
  marked = { element, timer: setTimeout(spare, MARKED) };
  say(`Press Delete once more to delete ${what}.`, { label: "Leave it", act: spare }, MARKED);
}
