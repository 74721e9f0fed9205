// Steps of the plan are dragged to another place; the server keeps the reasons and says which one stands against it.
import { sayWrong } from "./say.js";

export function sequence() {
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
  list.addEventListener("dragend", () => { held = null; list.querySelectorAll(".drop-before").forEach((n) => n.classList.remove("drop-before")); });
  list.addEventListener("drop", async (e) => {
    const over = e.target.closest("li[draggable]");
    if (!held || !over || over === held) return;
    e.preventDefault();
    const body = new URLSearchParams({ what: "move", step: held.dataset.id, before: over.dataset.id, back: location.pathname + location.search });
    try {
      const answer = await fetch(list.dataset.sequence, { method: "POST", headers: { Accept: "application/json" }, body });
      if (answer.ok) return location.reload();
      sayWrong((await answer.json()).error || "It could not be moved.");
    } catch {
      sayWrong("There is no connection: nothing was moved.");
    }
  });
}
