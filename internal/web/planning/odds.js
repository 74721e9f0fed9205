// While the time up to the day is typed, the chances are drawn as they would be; nothing is kept by it.
import { redraw } from "./edits.js";

export function odds() {
  for (const form of document.querySelectorAll("form[data-odds]")) {
    let wait, running;
    form.addEventListener("input", () => {
      clearTimeout(wait);
      wait = setTimeout(async () => {
        running?.abort();
        running = new AbortController();
        try {
          const r = await fetch(form.dataset.odds + "?" + new URLSearchParams(new FormData(form)), {
            signal: running.signal,
            headers: { Accept: "application/json" },
          });
          if (r.ok) redraw((await r.json()).parts); // half a date is no mistake yet: what is wrong is said when it is kept
        } catch {
          /* the page shows what is kept */
        }
      }, 120);
    });
  }
}
