// Draws the usual stacks one after the other, those in view first: each is drafted for it.
import { sayWrong } from "./say.js";

export function beginnings() {
  const list = document.querySelector("[data-beginnings]");
  if (!list) return;
  const waiting = [];
  let going = false;
  const draw = async () => {
    if (going) return;
    going = true;
    while (waiting.length) {
      const place = waiting.shift();
      try {
        const r = await fetch(place.dataset.drawn, { headers: { "X-From-Page": "1" } });
        if (r.ok) place.innerHTML = await r.text();
        else place.classList.add("undrawn");
      } catch (err) {
        sayWrong("The stacks could not be drawn: " + err.message);
        waiting.length = 0;
      }
    }
    going = false;
  };
  const seen = new IntersectionObserver((entries) => {
    for (const e of entries) {
      if (!e.isIntersecting) continue;
      seen.unobserve(e.target);
      waiting.push(e.target);
    }
    draw();
  });
  for (const place of list.querySelectorAll("[data-drawn]")) seen.observe(place);
}
