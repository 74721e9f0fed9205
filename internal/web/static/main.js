// Listens and draws; every number comes from the server.
import { edits } from "./edits.js";
import { keys } from "./keys.js";
import { pan } from "./pan.js";
import { lights } from "./lights.js";
import { clock } from "./clock.js";
import { say } from "./say.js";

edits();
keys();
pan();
lights();
clock();

// A choice that needs no button of its own.
document.addEventListener("change", (e) => {
  if (e.target.matches("[data-submit]")) e.target.form.requestSubmit();
});
document.addEventListener("click", (e) => {
  if (e.target.closest("[data-print]")) window.print();
  if (e.target.closest("#ask-keys")) document.getElementById("keys").showModal();
});

// On a narrow page the station in hand may lie off the edge of the row.
document.querySelector(".stations [aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });

// A lay that was not ready when the page was drawn is fetched when it is.
const pending = document.querySelector(".pending[data-wait], .pending[data-reload]");
if (pending) {
  const stop = new AbortController();
  pending.querySelector("[data-stop-waiting]")?.addEventListener("click", () => {
    stop.abort();
    pending.textContent = "Stopped. Load the page again to lay the pieces out.";
  });
  const url = new URL(location.href);
  url.searchParams.set("wait", "1");
  fetch(url, { signal: stop.signal })
    .then((r) => r.text())
    .then((text) => {
      const page = new DOMParser().parseFromString(text, "text/html");
      const id = pending.dataset.wait ? "#cloth-lay" : "main";
      document.querySelector(id).replaceWith(page.querySelector(id));
    })
    .catch((err) => err.name === "AbortError" || say("The lay could not be fetched: " + err.message));
}
