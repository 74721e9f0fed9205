// Ensembles whose cards are not drawn yet are drawn one after the other once the first page stands.
import { sayWrong } from "./say.js";

export async function cards() {
  for (const place of document.querySelectorAll("[data-card]")) {
    try {
      const r = await fetch(place.dataset.card, { headers: { "X-From-Page": "1" } });
      if (!r.ok) continue;
      place.innerHTML = await r.text();
      delete place.dataset.card;
    } catch (err) {
      sayWrong("The ensembles could not be drawn: " + err.message);
      return;
    }
  }
}
