// The dressed figure on the page: turned, looked through and lit by hand. All numbers and words come from the
// server; projection, shading and painting draw them.
import { before } from "./before.js";
import { draggable } from "./lines.js";
import { bound, inside, ringAt } from "./projection.js";
import { paintFigure, paintSection } from "./painting.js";
import { palette } from "./shading.js";
import { ringsOf, solid } from "./solid.js";

// While it is turned it has so many dots for each of the screen's: fewer where they can't be drawn 25 times a second.
const sharpest = 0.9,
  bluntest = 0.45;
export const sharpness = (was, ms) => {
  if (ms > 40 && ms < 400) return Math.max(bluntest, was * 0.85);
  return ms < 24 ? Math.min(sharpest, was * 1.06) : was;
};

export async function figure() {
  const box = document.querySelector("[data-figure]");
  if (!box) return;
  const room = box.closest(".figure-room");
  const $ = (sel) => room.querySelector(sel);
  const canvas = $(".figure-canvas"),
    plan = $(".section-canvas");
  const upto = $("[data-upto]"),
    height = $("[data-height]");
  const reply = await fetch(box.dataset.figure, { headers: { "X-From-Page": "1" } });
  if (!reply.ok) return;
  let data = await reply.json();
  let shapes = [data.bare, ...data.layers];
  const everything = shapes.flatMap((s) => s.rings).concat(data.band ? data.band.high : []);
  const highest = (sheet) => Math.min(...ringsOf(sheet, 1).flatMap((r) => r.z));
  const stands = data.layers.flatMap((l) => l.flaps || []).map(highest);
  if (data.layers.some((l) => l.on_head)) stands.push(highest(data.head));
  const top = Math.min(...data.bare.rings.map((r) => r.d), ...stands) - 20;
  let widest = 150;
  for (const r of everything)
    for (let i = 0; i < r.p.length; i += 2) widest = Math.max(widest, Math.hypot(r.p[i], r.p[i + 1]));
  for (const r of ringsOf(data.arm, 1))
    for (let i = 0; i < r.p.length; i += 2) widest = Math.max(widest, Math.hypot(r.p[i], r.p[i + 1]) * 0.9);
  bound(shapes, data);
  const view = { yaw: -24, pitch: 6, lit: "", at: 0, ease: false, arms: true, alone: false, through: false, hood: false };
  height.min = data.heights[0].drop;
  height.max = data.heights.at(-1).drop;
  height.value = 0;

  const hooded = Math.min(top, ...data.layers.filter((l) => l.hood_up).map((l) => ringsOf(l.hood_up, 1)[0].d - 25));
  const scene = { solid: solid(), canvas, plan, top, widest, view, turn: 0, hits: [], sharp: sharpest };
  const colours = () => {
    scene.ink = palette(data.layers);
  };
  let last = null;
  const draw = () => {
    Object.assign(scene, { data, shapes, drag, upto: Number(upto.value), top: view.hood ? hooded : top });
    const drawn = paintFigure(scene);
    if (!drawn) return;
    [scene.hits, last] = [drawn.hits, drawn.last];
    box.dataset.drawn = String(drawn.bands);
    box.dataset.turning = String(Boolean(scene.quick));
  };
  const section = () => {
    const rows = paintSection(scene);
    if (!rows) return;
    const item = (text) => Object.assign(document.createElement("li"), { textContent: text });
    $("[data-section-girths]").replaceChildren(...rows.map(item));
  };

  let due = false,
    drawnAt = 0;
  const redraw = () => {
    if (due) return;
    due = true;
    requestAnimationFrame((now) => {
      due = false;
      if (scene.quick) scene.sharp = sharpness(scene.sharp, now - drawnAt);
      drawnAt = now;
      draw();
      if (!scene.quick) section(); // from above it is the same whichever way she is turned
    });
  };

  const say = () => {
    const n = Number(upto.value);
    $("[data-upto-says]").textContent = n === 0 ? "nothing" : shapes[n].name.toLowerCase();
    $("[data-height-says]").textContent = data.heights.find((h) => h.drop === view.at)?.text || "";
    const s = shapes.find((l) => l.id && l.id === view.lit) || (n > 0 ? shapes[n] : null);
    const taut = shapes.slice(1, n + 1).filter((l) => l.taut);
    $("[data-taut]").hidden = !taut.length;
    $("[data-taut]").replaceChildren(...taut.map((l) => Object.assign(document.createElement("li"), { textContent: l.taut })));
    $("[data-adds]").textContent = s ? `${s.name}: ${s.says.join("; ")}.` : "";
  };
  // While it is turned it is drawn in fewer parts; fully again once the hand rests.
  let rest = 0;
  const turning = () => {
    scene.quick = true;
    box.dataset.turning = "true";
    clearTimeout(rest);
    rest = setTimeout(() => {
      scene.quick = false;
      redraw();
    }, 160);
  };
  const look = (yaw, pitch) => {
    view.yaw = ((yaw % 360) + 360) % 360;
    view.pitch = Math.max(0, Math.min(90, pitch));
    for (const b of box.querySelectorAll("[data-view]")) {
      const exact =
        b.dataset.view === "above" ? view.pitch === 90 : view.pitch === 0 && view.yaw === Number(b.dataset.view);
      b.setAttribute("aria-pressed", String(exact));
    }
    redraw();
  };
  const light = (id) => {
    if (id === view.lit) return;
    view.lit = id;
    say();
    redraw();
  };

  box.addEventListener("click", (e) => {
    const v = e.target.closest("[data-view]")?.dataset.view;
    if (v === "above") look(0, 90);
    else if (v) look(Number(v), 0);
  });
  box.querySelector("[data-ease]")?.addEventListener("click", (e) => {
    view.ease = !view.ease;
    e.currentTarget.setAttribute("aria-pressed", String(view.ease));
    box.querySelector("[data-ease-key]").hidden = !view.ease;
    redraw();
  });
  box.querySelector("[data-hood]").hidden = !data.layers.some((l) => l.hood_up);
  for (const way of ["alone", "through", "arms", "hood"])
    box.querySelector(`[data-${way}]`).addEventListener("click", (e) => {
      view[way] = !view[way];
      e.currentTarget.setAttribute("aria-pressed", String(view[way]));
      redraw();
    });
  const was = before(box.dataset.figure, data);
  const ghost = box.querySelector("[data-before]");
  ghost.hidden = !was;
  ghost.addEventListener("click", () => {
    scene.ghost = scene.ghost ? null : was;
    ghost.setAttribute("aria-pressed", String(Boolean(scene.ghost)));
    redraw();
  });
  upto.addEventListener("input", () => {
    view.lit = "";
    say();
    redraw();
  });
  height.addEventListener("input", () => {
    view.at = Number(height.value);
    say();
    redraw();
  });
  canvas.addEventListener("keydown", (e) => {
    const step = { ArrowLeft: [-10, 0], ArrowRight: [10, 0], ArrowUp: [0, 10], ArrowDown: [0, -10] }[e.key];
    if (!step) return;
    e.preventDefault();
    turning();
    look(view.yaw + step[0], view.pitch + step[1]);
  });
  let held = null;
  const drag = draggable({
    canvas,
    ringAt,
    redraw,
    ensemble: box.dataset.figure.replace("/figure.json", ""),
    pieces: $("[data-pieces]"),
    says: $("[data-adds]"),
    layer: () => shapes[Number(upto.value)],
    view: () => last,
    anew: async () => {
      const fresh = await fetch(box.dataset.figure, { headers: { "X-From-Page": "1" } });
      if (!fresh.ok) return;
      data = await fresh.json();
      shapes = [data.bare, ...data.layers];
      bound(shapes, data);
    },
  });
  canvas.addEventListener("pointerdown", (e) => {
    if (drag.grabbed(e)) return;
    held = { x: e.clientX, y: e.clientY, yaw: view.yaw, pitch: view.pitch };
    canvas.setPointerCapture(e.pointerId);
  });
  canvas.addEventListener("pointermove", (e) => {
    if (drag.moved(e)) return;
    if (held) turning();
    if (held) return look(held.yaw - (e.clientX - held.x) * 0.5, held.pitch + (e.clientY - held.y) * 0.3);
    const r = canvas.getBoundingClientRect(),
      x = e.clientX - r.left,
      y = e.clientY - r.top;
    const hit = scene.at ? scene.at(x, y) : scene.hits.findLast((q) => inside(q, x, y))?.i;
    light(hit > 0 ? scene.on[hit].id : "");
  });
  for (const end of ["pointerup", "pointercancel"])
    canvas.addEventListener(end, () => {
      held = null;
      drag.letGo();
    });
  canvas.addEventListener("pointerleave", () => light(""));
  const row = (e) => {
    const id =
      e.target.closest?.("[data-adds-layer]")?.dataset.addsLayer ||
      e.target.closest?.(".stack [data-layer]")?.dataset.layer;
    if (id) light(id);
    else if (!e.target.closest?.(".figure-canvas")) light("");
  };
  document.addEventListener("mouseover", row);
  document.addEventListener("focusin", row);
  new ResizeObserver(redraw).observe(canvas);
  const scheme = () => {
    colours();
    redraw();
  };
  matchMedia("(prefers-color-scheme: dark)").addEventListener("change", scheme);
  addEventListener("beforeprint", () => {
    colours();
    draw();
    section();
  });
  colours();
  say();
  look(-24, 6);
}
