// Larger, smaller, and moving about on a drawing: its viewBox is changed, so
// lines keep their weight.
const read = (svg) => svg.getAttribute("viewBox").split(" ").map(Number);

function move(svg, box) {
  svg.dataset.whole ||= svg.getAttribute("viewBox");
  const text = box.map((n) => Math.round(n * 10) / 10).join(" ");
  svg.setAttribute("viewBox", text);
  svg.dataset.moved = text;
}

function zoom(svg, k, at = [0.5, 0.5]) {
  const [x, y, w, h] = read(svg);
  const [, , W] = (svg.dataset.whole || svg.getAttribute("viewBox")).split(" ").map(Number);
  if (w * k > W * 1.5 || w * k < W / 60) return;
  move(svg, [x + w * (1 - k) * at[0], y + h * (1 - k) * at[1], w * k, h * k]);
}

function whole(svg) {
  if (svg.dataset.whole) svg.setAttribute("viewBox", svg.dataset.whole);
  delete svg.dataset.moved;
}

export function pan() {
  const drawing = () => document.querySelector(".drawing svg");
  document.addEventListener("click", (e) => {
    const b = e.target.closest("[data-zoom]");
    const svg = drawing();
    if (!b || !svg) return;
    if (b.dataset.zoom === "whole") whole(svg);
    else zoom(svg, b.dataset.zoom === "in" ? 0.8 : 1.25);
  });
  document.addEventListener("keydown", (e) => {
    const svg = drawing();
    if (!svg || e.ctrlKey || e.metaKey || e.altKey || e.target.closest("input, textarea, select, dialog[open]")) return;
    const [x, y, w, h] = read(svg);
    const step = { ArrowLeft: [-0.1, 0], ArrowRight: [0.1, 0], ArrowUp: [0, -0.1], ArrowDown: [0, 0.1] }[e.key];
    if (step && e.target.closest(".drawing")) {
      e.preventDefault();
      move(svg, [x + w * step[0], y + h * step[1], w, h]);
    } else if (e.key === "+" || e.key === "=") zoom(svg, 0.8);
    else if (e.key === "-" || e.key === "−") zoom(svg, 1.25);
    else if (e.key === "0") whole(svg);
  });
  document.addEventListener(
    "wheel",
    (e) => {
      const box = e.target.closest?.(".drawing");
      const svg = box?.querySelector("svg");
      if (!svg || !(e.ctrlKey || e.metaKey || box.contains(document.activeElement))) return;
      e.preventDefault();
      const r = svg.getBoundingClientRect();
      zoom(svg, e.deltaY < 0 ? 0.9 : 1.11, [(e.clientX - r.left) / r.width, (e.clientY - r.top) / r.height]);
    },
    { passive: false },
  );
  let held;
  document.addEventListener("pointerdown", (e) => {
    const box = e.target.closest?.(".drawing");
    const svg = box?.querySelector("svg");
    if (!svg || e.button !== 0) return;
    held = { box, svg, x: e.clientX, y: e.clientY, view: read(svg) };
    box.classList.add("held");
  });
  document.addEventListener("pointermove", (e) => {
    if (!held) return;
    const r = held.svg.getBoundingClientRect();
    const [x, y, w, h] = held.view;
    const scale = Math.max(w / r.width, h / r.height);
    if (Math.hypot(e.clientX - held.x, e.clientY - held.y) < 3) return;
    move(held.svg, [x - (e.clientX - held.x) * scale, y - (e.clientY - held.y) * scale, w, h]);
  });
  for (const end of ["pointerup", "pointercancel"])
    document.addEventListener(end, () => {
      held?.box.classList.remove("held");
      held = null;
    });
}
