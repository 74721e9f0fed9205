// How a garment is laid: what is chosen beside the lay is kept at once and the
// lay comes back drawn. Prices are typed.
import { shelve } from "./bench.js";
import { redraw, send, settle } from "./edits.js";
import { say, sayWrong } from "./say.js";

const room = () => document.querySelector("[data-cloth-room]");

async function keep(control, value) {
  const box = room();
  const row = control.closest(".param, #cloth-how, .sheet-box");
  const problem = row?.querySelector("[data-problem]");
  try {
    const a = await send(`${box.dataset.clothRoom}/laying?cloth=${box.dataset.role}`, {
      key: control.dataset.laying,
      value,
    });
    if (problem) problem.textContent = "";
    const id = document.activeElement?.id;
    const name = document.activeElement?.dataset?.laying;
    redraw(a.parts);
    settle(document, a.fields, null);
    // The hand stays where it was.
    (
      (id && document.getElementById(id)) ||
      (name && document.querySelector(`[data-laying="${CSS.escape(name)}"]`))
    )?.focus();
  } catch (err) {
    if (problem) problem.textContent = err.message;
    else sayWrong("Not kept: " + err.message);
  }
}

export function laying() {
  if (room()) {
    document.addEventListener("change", (e) => {
      const c = e.target;
      if (c.dataset.laying) keep(c, c.type === "checkbox" ? (c.checked ? "yes" : "no") : c.value);
    });
    document.addEventListener("click", (e) => {
      const b = e.target.closest("button[data-laying]");
      if (b) keep(b, b.dataset.value);
    });
  }
  document.addEventListener("change", async (e) => {
    const box = e.target.closest("[data-price-post]");
    const key = e.target.dataset.price || e.target.dataset.have;
    if (!box || !key) return;
    const cell = e.target.closest(".price");
    const fields = {
      key,
      was: cell.querySelector("[data-price]").dataset.was,
      value: cell.querySelector("[data-price]").value,
      have: cell.querySelector("[data-have]")?.checked ? "yes" : "no",
    };
    try {
      const a = await send(box.dataset.pricePost, fields);
      redraw(a.parts);
      document.querySelector(`[data-price="${CSS.escape(key)}"]`)?.focus();
    } catch (err) {
      if (err instanceof TypeError || err.locked) {
        // nobody answered: in the shop there is often no connection; or the passphrase is wanted first
        try {
          shelve(box.dataset.pricePost, fields, cell.closest("tr")?.children[1].textContent.trim() || "Budget");
          cell.closest("tr")?.classList.toggle("had", fields.have === "yes");
          return say("Kept on this device.");
        } catch {
          return sayWrong("Not kept: no connection, and this device has no room left.");
        }
      }
      sayWrong("Not kept: " + err.message);
      e.target.setAttribute("aria-invalid", "true");
      if (err.was !== undefined) cell.querySelector("[data-price]").dataset.was = err.was; // entered again, it counts
    }
  });
}
