// Fetches the comparison of widths when it is asked for; asking again stops it.
import { redraw } from "./edits.js";
import { say } from "./say.js";

export function widths() {
  const button = document.querySelector("[data-widths]");
  if (!button) return;
  const idle = button.textContent;
  let going = null;
  button.addEventListener("click", async () => {
    if (going) return going.abort();
    going = new AbortController();
    button.textContent = "Laying it on every width … stop";
    try {
      const r = await fetch(button.dataset.widths, { headers: { "X-From-Page": "1" }, signal: going.signal });
      const answer = await r.json();
      if (r.ok) redraw(answer.parts);
      else say(answer.error);
    } catch (err) {
      if (err.name !== "AbortError") say("The widths could not be compared: " + err.message);
    }
    going = null;
    button.textContent = idle;
  });
}
