// What is said of the time up to the day is sent by the page, so that a wrong entry keeps what was typed. Steps of the plan
// are dragged to another place; the server keeps the reasons and says which one stands against it.
import { sayWrong } from "./say.js";

function forms() {
  for (const form of document.querySelectorAll('.at-plan form[method="post"][action$="/plan"]')) {
    form.addEventListener("submit", async (e) => {
      e.preventDefault();
      let box = form.querySelector(".problem");
      if (!box) {
        box = document.createElement("p");
        box.className = "problem";
        box.setAttribute("role", "alert");
        form.append(box);
      }
      try {
        const answer = await fetch(form.getAttribute("action"), {
          method: "POST",
          headers: { "X-From-Page": "1" },
          body: new URLSearchParams(new FormData(form, e.submitter)),
        });
        const said = await answer.json();
        if (!answer.ok) {
          box.textContent = said.error || "It could not be kept.";
          if (said.was !== undefined && form.elements.was) form.elements.was.value = said.was; // sent again, it counts
          return form.querySelector(`[name="${CSS.escape(said.field || "")}"]`)?.focus();
        }
        const to = new URL(said.go || location.href, location.href);
        if (to.pathname + to.search === location.pathname + location.search) location.reload();
        else location.assign(to);
      } catch {
        box.textContent = "There is no connection: nothing was kept.";
      }
    });
  }
}

export function sequence() {
  forms();
  const list = document.querySelector("[data-sequence]");
  if (!list) return;
  let held = null;
  list.addEventListener("dragstart", (e) => {
    held = e.target.closest("li[draggable]");
    if (held) e.dataTransfer.effectAllowed = "move";
  });
  list.addEventListener("dragover", (e) => {
    const over = e.target.closest("li[draggable]");
    if (!held || !over || over === held) return;
    e.preventDefault();
    list.querySelectorAll(".drop-before").forEach((n) => n.classList.remove("drop-before"));
    over.classList.add("drop-before");
  });
  list.addEventListener("dragend", () => {
    held = null;
    list.querySelectorAll(".drop-before").forEach((n) => n.classList.remove("drop-before"));
  });
  list.addEventListener("drop", async (e) => {
    const over = e.target.closest("li[draggable]");
    if (!held || !over || over === held) return;
    e.preventDefault();
    const body = new URLSearchParams({
      what: "move",
      step: held.dataset.id,
      before: over.dataset.id,
      back: location.pathname + location.search,
    });
    try {
      const answer = await fetch(list.dataset.sequence, { method: "POST", headers: { "X-From-Page": "1" }, body });
      if (answer.ok) return location.reload();
      sayWrong((await answer.json()).error || "It could not be moved.");
    } catch {
      sayWrong("There is no connection: nothing was moved.");
    }
  });
}
