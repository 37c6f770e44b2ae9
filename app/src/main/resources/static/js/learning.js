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
  document.getElementById("learntext").textContent = status.words;
});
