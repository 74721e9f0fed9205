// Lights up on a drawing what the hand is on: the measurement being entered,
// the two edges of a seam, the layer under the pointer.
function light(names) {
  for (const el of document.querySelectorAll(".lit")) el.classList.remove("lit");
  for (const sel of names) for (const el of document.querySelectorAll(sel)) el.classList.add("lit");
}

export function lights() {
  const from = (e) => {
    const row = e.target.closest?.("[data-edges]");
    if (row) return light(row.dataset.edges.split("|").map((n) => `[data-edge="${CSS.escape(n)}"]`));
    const reading = e.target.closest?.(".reading[data-measure]");
    if (reading) return light([`.stand [data-measure="${CSS.escape(reading.dataset.measure)}"]`]);
    if (e.type === "mouseover" && document.activeElement?.closest(".reading")) return undefined;
    return light([]);
  };
  document.addEventListener("focusin", from);
  document.addEventListener("mouseover", from);
  // A layer in the stack shows itself on the figure.
  const pick = (e) => {
    const id = e.target.closest?.(".stack [data-layer]")?.dataset.layer;
    for (const el of document.querySelectorAll(".garment"))
      el.classList.toggle("picked", id !== undefined && el.dataset.layer === id);
  };
  document.addEventListener("mouseover", pick);
  document.addEventListener("focusin", pick);
  // A measurement on the figure leads to its field.
  document.addEventListener("click", (e) => {
    const key = e.target.closest?.(".stand [data-measure]")?.dataset.measure;
    if (key) document.querySelector(`input[data-key="${CSS.escape(key)}"]`)?.focus();
  });
  // The drawing is renewed after each reading: light the field in hand again.
  new MutationObserver(() => {
    const reading = document.activeElement?.closest?.(".reading[data-measure]");
    if (reading) light([`.stand [data-measure="${CSS.escape(reading.dataset.measure)}"]`]);
  }).observe(document.body, { childList: true, subtree: true });
}
