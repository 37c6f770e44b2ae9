// Perform: two steps and a stop. Other browsers follow.
import { say } from "./main.js";

export function mount(main) {
  main.querySelector(".now")?.scrollIntoView({ block: "center" });
  main.querySelector("#panic").addEventListener("htmx:afterRequest", (event) => event.detail.successful && say(event.detail.xhr.responseText));
}

export function song() {
  htmx.ajax("GET", "/perform/set", { target: "#set", swap: "outerHTML" });
}

export function key(event, main) {
  if (event.key === "Escape" && event.shiftKey) {
    main.querySelector("#panic").click();
    return true;
  }
  const onButton = event.target.closest?.("button, a");
  const id = event.key === "ArrowRight" || event.key === " " && !onButton ? "#on" : event.key === "ArrowLeft" ? "#back" : null;
  if (!id) return false;
  main.querySelector(id)?.click();
  return true;
}
