// Looks for a shorter lay while the page listens: every better one comes drawn
// and takes the place of the last. Stopping keeps the best.
import { redraw } from "./edits.js";

export function look() {
  const button = document.querySelector("[data-look]");
  if (!button) return;
  const says = document.querySelector("[data-look-says]");
  const idle = button.textContent;
  let source = null, clock = 0, found = 0;
  const figure = () => document.querySelector("#cloth-lay .figure")?.textContent || "";
  const end = (text) => {
    source?.close();
    source = null;
    clearInterval(clock);
    button.textContent = idle;
    button.setAttribute("aria-pressed", "false");
    says.textContent = text;
  };
  const outcome = () => (found ? `${found} shorter ${found === 1 ? "lay" : "lays"} found; the best is kept: ${figure()}.` : "Nothing shorter was found.");
  button.addEventListener("click", () => {
    if (source) return end("Stopped. " + outcome());
    found = 0;
    const since = Date.now();
    button.textContent = "stop and keep the best";
    button.setAttribute("aria-pressed", "true");
    says.textContent = "Waiting for its turn …";
    source = new EventSource(button.dataset.look);
    source.addEventListener("begun", (e) => {
      const { seconds } = JSON.parse(e.data);
      clock = setInterval(() => { says.textContent = `Looking, ${Math.round((Date.now() - since) / 1000)} of ${seconds} s; ${found} shorter so far.`; }, 500);
    });
    source.addEventListener("better", (e) => {
      found += 1;
      redraw(JSON.parse(e.data).parts);
    });
    source.addEventListener("over", () => end(outcome()));
    source.onerror = () => end("The search broke off. " + outcome());
  });
  addEventListener("pagehide", () => source?.close());
}
