// A lay that was not ready when its part of the page was drawn is fetched
// when it is; the search can be stopped.
import { sayWrong } from "./say.js";

export function pending() {
  const box = document.querySelector(".pending[data-wait], .pending[data-reload]");
  if (!box || box.dataset.asked) return;
  box.dataset.asked = "yes";
  const stop = new AbortController();
  box.querySelector("[data-stop-waiting]")?.addEventListener("click", () => {
    stop.abort();
    box.textContent = "Stopped. Load the page again to lay the pieces out.";
  });
  const url = new URL(location.href);
  url.searchParams.set("wait", "1");
  fetch(url, { signal: stop.signal })
    .then((r) => r.text())
    .then((text) => {
      const page = new DOMParser().parseFromString(text, "text/html");
      const part = box.dataset.wait ? "#cloth-lay" : "main";
      if (box.isConnected) document.querySelector(part).replaceWith(page.querySelector(part));
    })
    .catch((err) => err.name === "AbortError" || sayWrong("The lay could not be fetched: " + err.message));
}
