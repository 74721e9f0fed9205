// Looks for a shorter lay while the page listens: every better one comes drawn
// and takes the place of the last. Stopping keeps the best.
import { redraw } from "./edits.js";
import { listen } from "./stream.js";

export function look() {
  const button = document.querySelector("[data-look]");
  if (!button) return;
  const says = document.querySelector("[data-look-says]");
  const idle = button.textContent;
  let going = null,
    clock = 0,
    found = 0;
  const figure = () => document.querySelector("#cloth-lay .figure")?.textContent || "";
  const end = (text) => {
    going?.abort();
    going = null;
    clearInterval(clock);
    button.textContent = idle;
    button.setAttribute("aria-pressed", "false");
    says.textContent = text;
  };
  const outcome = () =>
    found
      ? `${found} shorter ${found === 1 ? "lay" : "lays"} found; the best is kept: ${figure()}.`
      : "Nothing shorter was found.";
  button.addEventListener("click", async () => {
    if (going) return end("Stopped. " + outcome());
    found = 0;
    const since = Date.now();
    button.textContent = "stop and keep the best";
    button.setAttribute("aria-pressed", "true");
    says.textContent = "Waiting for its turn …";
    const mine = (going = new AbortController());
    try {
      await listen(
        button.dataset.look,
        {
          begun: (data) => {
            const { seconds } = JSON.parse(data);
            clock = setInterval(() => {
              says.textContent = `Looking, ${Math.round((Date.now() - since) / 1000)} of ${seconds} s; ${found} shorter so far.`;
            }, 500);
          },
          better: (data) => {
            found += 1;
            redraw(JSON.parse(data).parts);
          },
          over: () => end(outcome()),
        },
        mine.signal,
      );
      if (going === mine) end("The search broke off. " + outcome());
    } catch (err) {
      if (going === mine) end(`${err.message} ${outcome()}`);
    }
  });
  addEventListener("pagehide", () => going?.abort());
}
