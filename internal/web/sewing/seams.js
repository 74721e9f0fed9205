// How a garment is sewn: a seam is chosen on the drawing or in the table, a technique in
// the margin; what follows comes back drawn.
import { redraw, send } from "./edits.js";
import { sayWrong } from "./say.js";

export function seams() {
  const page = document.querySelector("[data-sew]");
  if (!page) return;
  const station = page.dataset.sew.replace(/sewn$/, "seams");
  let turn = 0;
  const choose = async (row) => {
    const mine = ++turn;
    const address = station + "?row=" + encodeURIComponent(row);
    const answer = await fetch(address);
    const fresh = new DOMParser().parseFromString(await answer.text(), "text/html");
    if (mine !== turn) return;
    for (const id of ["seams-sheet", "seams-table", "seams-choose"]) {
      const part = fresh.getElementById(id);
      if (part) redraw({ [id]: part.outerHTML });
    }
    history.replaceState(null, "", address);
    if (matchMedia("(max-width: 900px)").matches)
      document.getElementById("seams-choose").scrollIntoView({ block: "start" });
  };
  document.addEventListener("click", (e) => {
    const at = e.target.closest("[data-row]");
    if (!at || e.ctrlKey || e.metaKey) return;
    e.preventDefault();
    const focused = at.matches("a");
    choose(at.dataset.row).then(() => {
      if (focused)
        document
          .querySelector(`#seams-table a[data-row="${CSS.escape(at.dataset.row)}"]`)
          ?.focus({ preventScroll: true });
    });
  });
  document.addEventListener("submit", async (e) => {
    if (!e.target.matches("[data-sew-form]")) return;
    e.preventDefault();
    const fields = new FormData(e.target, e.submitter);
    try {
      redraw((await send(e.target.action, fields)).parts);
    } catch (err) {
      sayWrong(err.message);
    }
  });
}
