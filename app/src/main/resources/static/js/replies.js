// What a page says in passing, and what Orchard answers to what it is sent.
const said = document.getElementById("said");
let quiet = 0;

/** Says something in passing; what can be done about it is a button beside it: its label, and what it does. */
export function say(text, action = null, millis = 4000) {
  said.textContent = text;
  if (action) {
    const button = Object.assign(document.createElement("button"), {
      type: "button",
      className: "btn pill",
      textContent: action.label,
      title: action.title ?? "",
    });
    button.addEventListener("click", () => {
      say("");
      action.act();
    });
    said.append(" ", button);
  }
  clearTimeout(quiet);
  quiet = setTimeout(() => said.replaceChildren(), millis);
}

/** Sends something; gives whether it was done, and what Orchard said. */
export async function post(path, body = "") {
  const headers = {
    ...JSON.parse(document.body.getAttribute("hx-headers")),
    "Content-Type": "application/x-www-form-urlencoded",
  };
  try {
    const response = await fetch(path, { method: "POST", headers, body });
    const type = response.headers.get("Content-Type") ?? "";
    const text = await response.text();
    const plain =
      type.includes("html") && [400, 404, 422].includes(response.status)
        ? new DOMParser().parseFromString(text, "text/html").body.textContent.replace("▲", "").trim()
        : text;
    return { ok: response.ok, text: plain };
  } catch {
    return { ok: false, text: "Orchard cannot be reached." };
  }
}
