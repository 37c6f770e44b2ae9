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
  offer(status.done ? status.others : []);
});

// What else moved lately may have been meant: one press changes the mapping just made.
function offer(others) {
  const wrong = document.getElementById("learnwrong");
  wrong.hidden = others.length === 0;
  wrong.querySelectorAll("button").forEach((button) => button.remove());
  for (const other of others) {
    const button = document.createElement("button");
    button.type = "button";
    button.className = "btn quiet";
    button.textContent = other.words;
    button.title = other.isControl ? "It was this control" : "It was this parameter";
    button.addEventListener("click", async () => {
      const answer = await post("/learn/instead", "key=" + encodeURIComponent(other.key));
      if (!answer.ok) say(answer.text);
    });
    wrong.append(button);
  }
}
