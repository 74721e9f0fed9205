// Fetches the comparison of widths when it is asked for; asking again stops it.
import { redraw } from "./edits.js";
import { sayWrong } from "./say.js";

export function widths() {
  const form = document.querySelector("[data-widths]");
  if (!form) return;
  const button = form.querySelector("button");
  const idle = button.textContent;
  let going = null;
  form.addEventListener("submit", async (e) => {
    e.preventDefault();
    if (going) return going.abort();
    going = new AbortController();
    button.textContent = "Laying it on every width … stop";
    try {
      const own = form.querySelector("input").value.trim();
      const r = await fetch(form.dataset.widths + (own ? "?width=" + encodeURIComponent(own) : ""), {
        headers: { "X-From-Page": "1" },
        signal: going.signal,
      });
      const answer = await r.json();
      if (r.ok) redraw(answer.parts);
      else sayWrong(answer.error);
    } catch (err) {
      if (err.name !== "AbortError") sayWrong("The widths could not be compared: " + err.message);
    }
    going = null;
    button.textContent = idle;
  });
}
