// Learn: whether it is on, and what it waits for.
import * as socket from "./socket.js";
import { post, say } from "./replies.js";

let learning = false;
export const isLearning = () => learning;
export async function learn(on) {
  if (document.getElementById("page").dataset.view === "perform") return;
  const answer = await post("/learn", "on=" + on);
  if (!answer.ok) say(answer.text);
}
socket.on("learn", ({ status }) => {
  learning = status.on && document.body.parentElement.dataset.stage !== "true";
  document.body.classList.toggle("learning", learning);
  document.getElementById("learn").setAttribute("aria-pressed", learning);
  document.getElementById("learnbar").hidden = !learning;
  document.getElementById("learntext").textContent = learnText(status);
});
function learnText({ control, parameter, done, refused, page }) {
  if (page)
    return (
      (done ? `${done}: on page “${page}”. ` : "") +
      `Touch parameters one after another, in the software or on Map: each goes on page “${page}”.`
    );
  if (refused) return refused + " Move another control, or touch another parameter.";
  if (control) return `${control} … now touch a parameter here, or move it in the software.`;
  if (parameter) return `… ${parameter}. Now move a control.`;
  if (done) return `${done}: done. Move the next control, or stop.`;
  return "Move a control, and touch a parameter here or in the software, in whichever order.";
}
