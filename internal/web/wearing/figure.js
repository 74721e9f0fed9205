// The dressed figure on a canvas: rings of points become a softly shaded form
// that can be turned. All numbers and words come from the server; parallel
// projection keeps it true to scale from every side.
import { arms } from "./arms.js";
import { draggable } from "./lines.js";

const deg = Math.PI / 180;

export async function figure() {
  const box = document.querySelector("[data-figure]");
  if (!box) return;
  const room = box.closest(".figure-room");
  const $ = (sel) => room.querySelector(sel);
  const canvas = $(".figure-canvas"), plan = $(".section-canvas");
  const upto = $("[data-upto]"), height = $("[data-height]");
  const reply = await fetch(box.dataset.figure, { headers: { "X-From-Page": "1" } });
  if (!reply.ok) return;
  let data = await reply.json();
  let shapes = [data.bare, ...data.layers];
  const everything = shapes.flatMap((s) => s.rings).concat(data.band ? data.band.high : []);
  const top = Math.min(...data.bare.rings.map((r) => r.d)) - 20;
  let widest = 150;
  for (const r of everything) for (let i = 0; i < r.p.length; i += 2) widest = Math.max(widest, Math.hypot(r.p[i], r.p[i + 1]));
  // A lower edge that is not level hides what is under it down to its highest point only.
  const bounds = () => { for (const s of shapes) if (s.rings.length) [s.top, s.bottom] = [s.rings[0].d, s.rings.findLast((r) => !r.z).d]; };
  bounds();
  const view = { yaw: -24, pitch: 6, lit: "", at: 0, ease: false };
  height.min = data.heights[0].drop;
  height.max = data.heights.at(-1).drop;
  height.value = 0;

  let ink = {};
  const colours = () => {
    const css = getComputedStyle(document.documentElement);
    const rgb = (name) => {
      let h = css.getPropertyValue(name).trim() || css.getPropertyValue("--dye-unbleached").trim();
      if (h.length === 4) h = "#" + h[1] + h[1] + h[2] + h[2] + h[3] + h[3];
      return [1, 3, 5].map((i) => parseInt(h.slice(i, i + 2), 16));
    };
    const dark = rgb("--chalk")[0] < 128;
    ink = { dark, line: rgb("--ink"), quiet: rgb("--quiet"), face: rgb("--face"), chalk: rgb("--chalk"), faint: rgb("--line"), madder: rgb("--madder"), weld: rgb("--weld"), woad: rgb("--woad"), dyes: new Map(data.layers.map((l) => [l.colour, rgb("--dye-" + l.colour)])) };
  };
  const css = (c, a = 1) => `rgb(${c.map(Math.round).join(" ")} / ${a})`;
  const mix = (a, b, k) => a.map((x, i) => x + (b[i] - x) * k);

  // A layer's ring at any drop between its ends.
  const ringAt = (rings, drop) => {
    for (let i = 1; i < rings.length; i++) {
      const a = rings[i - 1], b = rings[i];
      if (drop >= a.d && drop <= b.d) {
        const k = (drop - a.d) / Math.max(b.d - a.d, 1e-6);
        return { p: a.p.map((x, j) => x + (b.p[j] - x) * k) };
      }
    }
    return null;
  };

  const project = (yaw, pitch) => {
    const [sy, cy, sp, cp] = [Math.sin(yaw * deg), Math.cos(yaw * deg), Math.sin(pitch * deg), Math.cos(pitch * deg)];
    return (x, y, drop) => [x * cy + y * sy, (x * sy - y * cy) * sp + drop * cp, (x * sy - y * cy) * cp - drop * sp];
  };

  // A ring's points on the page, worked out once for every turn of the view.
  let turn = 0;
  function placed(ring, P) {
    if (ring.turn !== turn) {
      ring.turn = turn;
      ring.on = [];
      for (let j = 0; j < ring.p.length; j += 2) ring.on.push(P(ring.p[j], ring.p[j + 1], ring.z ? ring.z[j / 2] : ring.d));
    }
    return ring.on;
  }

  // The faces between two rings, each with its shade and whether it looks this
  // way.
  const sun = [-0.45, -0.5, 0.74]; // from the upper left, before
  function strip(u, v, i, P, k) {
    const m = u.p.length / 2, row = [];
    const up = placed(u, P), lo = placed(v, P);
    for (let j = 0; j < m; j++) {
      const l = (j + 1) % m;
      const [A, B, C, D] = [up[j], up[l], lo[l], lo[j]];
      const [x1, y1, z1, x2, y2, z2] = [C[0] - A[0], C[1] - A[1], (C[2] - A[2]) * k, B[0] - D[0], B[1] - D[1], (B[2] - D[2]) * k];
      const [nx, ny, nz] = [y2 * z1 - y1 * z2, z2 * x1 - z1 * x2, x2 * y1 - x1 * y2];
      const len = Math.hypot(nx, ny, nz) || 1;
      row.push({ A, B, C, D, i, j, low: v.z ? Math.min(...v.z) : v.d, front: nz > 0, shade: (nx * sun[0] + ny * sun[1] + nz * sun[2]) / len });
    }
    return row;
  }

  function colour(face, shade) {
    const s = Math.max(0, shade) ** 0.8, layer = shapes[face.i];
    let c = mix(face.i ? ink.dyes.get(layer.colour) : ink.face, ink.dark ? [12, 11, 10] : ink.line, (1 - s) * 0.42);
    c = mix(c, [255, 250, 240], Math.max(0, s - 0.72) * (ink.dark ? 0.35 : 0.75));
    if (face.i && layer.hangs) c = mix(c, ink.line, 0.03 + 0.045 * Math.cos(face.j * 72 * deg) * Math.min(1, Math.max(0, (face.low - 60) / 300)));
    const fit = view.ease && face.i && layer.ease?.findLast((e) => e.drop <= face.low + 5)?.fit;
    if (fit) c = mix(c, { tight: ink.madder, loose: ink.woad }[fit] || ink.weld, 0.62);
    if (view.lit && face.i && layer.id === view.lit) c = mix(c, ink.madder, 0.3);
    return css(c);
  }

  // One ring of faces: in one piece with the shade running across it when its
  // front is a single run, face by face when all of it looks up.
  function paint(g, row) {
    const m = row.length;
    const first = row.findIndex((q, j) => q.front && !row[(j + m - 1) % m].front);
    const run = [];
    if (first >= 0) for (let j = first; row[j % m].front && run.length < m; j++) run.push(row[j % m]);
    const across = run.length ? run.at(-1).B[0] - run[0].A[0] : 0;
    if (run.length > 1 && run.length === row.filter((q) => q.front).length && Math.abs(across) > 4 && view.pitch < 50) {
      const x = (p) => (p[0] - run[0].A[0]) / across;
      if (run.every((q) => x(q.B) >= x(q.A) - 1e-3)) {
        const shine = g.createLinearGradient(run[0].A[0], 0, run.at(-1).B[0], 0);
        run.forEach((q) => shine.addColorStop(Math.min(1, Math.max(0, (x(q.A) + x(q.B)) / 2)), colour(q, q.shade)));
        g.beginPath();
        run.forEach((q, i) => (i ? g.lineTo(q.A[0], q.A[1]) : g.moveTo(q.A[0], q.A[1])));
        g.lineTo(run.at(-1).B[0], run.at(-1).B[1]);
        g.lineTo(run.at(-1).C[0], run.at(-1).C[1]);
        for (const q of [...run].reverse()) g.lineTo(q.D[0], q.D[1]);
        g.closePath();
        g.fillStyle = g.strokeStyle = shine;
        g.lineWidth = 1;
        g.fill();
        g.stroke();
        hits.push(...run);
        return;
      }
    }
    for (const q of row.filter((f) => f.front).sort((p, r) => p.A[2] + p.C[2] - r.A[2] - r.C[2])) {
      g.beginPath();
      for (const [i, p] of [q.A, q.B, q.C, q.D].entries()) g[i ? "lineTo" : "moveTo"](p[0], p[1]);
      g.closePath();
      g.fillStyle = g.strokeStyle = colour(q, q.shade);
      g.lineWidth = 1;
      g.fill();
      g.stroke();
      hits.push(q);
    }
  }

  let hits = [], last = null;
  function draw() {
    const ratio = devicePixelRatio || 1;
    const w = canvas.clientWidth, h = canvas.clientHeight;
    if (!w || !h) return;
    if (canvas.width !== Math.round(w * ratio) || canvas.height !== Math.round(h * ratio)) [canvas.width, canvas.height] = [Math.round(w * ratio), Math.round(h * ratio)];
    const g = canvas.getContext("2d");
    g.setTransform(ratio, 0, 0, ratio, 0, 0);
    g.clearRect(0, 0, w, h);
    g.lineJoin = g.lineCap = "round";
    const k = Math.min((h - 54) / (data.floor - top), (w - (w < 420 ? 126 : 150)) / (2 * widest));
    const flat = project(view.yaw, view.pitch);
    const middle = (top + data.floor) / 2;
    const lift = view.pitch * deg;
    turn++;
    const P = (x, y, d) => {
      const q = flat(x, y, d - middle);
      return [w / 2 - 24 + q[0] * k, (h - 30) / 2 + 6 + q[1] * k, q[2]];
    };
    const level = view.pitch < 60;
    last = { P, near: (x, y) => view.pitch > 60 || flat(x, y, 0)[2] * Math.cos(lift) > 0 };
    const n = Number(upto.value);
    const on = shapes.slice(0, n + 1);
    // The body as laced so far.
    let skin = data.bare.rings;
    for (const s of on) if (s.skin) skin = s.skin;

    const line = (pts, close) => {
      g.beginPath();
      pts.forEach((p, i) => (i ? g.lineTo(p[0], p[1]) : g.moveTo(p[0], p[1])));
      if (close) g.closePath();
    };

    // Floor and band first.
    g.strokeStyle = css(ink.faint);
    g.lineWidth = 1;
    const r = widest * 1.05;
    line(Array.from({ length: 61 }, (_, i) => P(r * Math.sin(i * 6 * deg), r * Math.cos(i * 6 * deg), data.floor)));
    g.stroke();
    if (data.band && view.pitch < 25) {
      const edge = (rings, side) => rings.map((ring) => {
        let best = null;
        for (let i = 0; i < ring.p.length; i += 2) {
          const q = P(ring.p[i], ring.p[i + 1], ring.d);
          if (!best || side * q[0] > side * best[0]) best = q;
        }
        return best;
      });
      for (const side of [-1, 1]) {
        const inner = edge(data.band.low, side), outer = edge(data.band.high, side);
        line([...inner, ...outer.reverse()], true);
        g.fillStyle = css(ink.weld, 0.4);
        g.fill();
      }
    }

    // The form: the outermost of what is on, ring by ring from below, so that
    // what is higher lies over it.
    hits = [];
    const limbs = (behind) => arms(data, on, view, flat, behind, {
      strip: (u, v, i) => strip(u, v, i, P, k), paint: (row) => paint(g, row),
      ink: (rows) => { [g.strokeStyle, g.lineWidth] = [css(ink.line), 1.3]; turns(rows); },
    });
    limbs(true);
    const bands = [];
    on.forEach((s, i) => {
      const rings = i ? s.rings : skin;
      const over = on.slice(i + 1).filter((o) => o.rings.length);
      const hidden = (d1, d2) => over.some((o) => d1 >= o.top - 1 && d2 <= o.bottom + 1);
      for (let a = 1; a < rings.length; a++) {
        if (hidden(rings[a - 1].d, rings[a].d)) continue;
        bands.push(strip(rings[a - 1], rings[a], i, P, k));
      }
    });
    bands.sort((p, q) => q[0].low - p[0].low || p[0].i - q[0].i);
    for (const row of bands) paint(g, row);
    if (view.pitch > 0) { // the neck is shut
      line(placed(skin[0], P), true);
      g.fillStyle = css(mix(ink.face, ink.line, 0.1));
      g.fill();
    }

    // Ink: where the form turns away, and the edges of each garment.
    function turns(rows) {
      g.beginPath();
      for (const row of rows) for (let j = 0; j < row.length; j++) {
        const q = row[j];
        if (q.front === row[(j + 1) % row.length].front) continue;
        g.moveTo(q.B[0], q.B[1]);
        g.lineTo(q.C[0], q.C[1]);
      }
      g.stroke();
    }
    g.strokeStyle = css(ink.line);
    g.lineWidth = 1.5;
    turns(bands);
    on.forEach((s, i) => {
      const over = on.slice(i + 1).filter((o) => o.rings.length);
      if (s.lines) sewn(s, over);
      const ends = s.lines ? [] : i ? [s.rings[0], s.rings.at(-1)] : [skin[0]];
      for (const ring of ends) {
        if (!ring || over.some((o) => ring.d > o.top + 1 && ring.d < o.bottom - 1)) continue;
        g.strokeStyle = css(view.lit && s.id === view.lit ? ink.madder : ink.line);
        g.lineWidth = 1.2;
        visible(ring).forEach((run) => { line(run); g.stroke(); });
      }
    });
    // Seams, darts and edges where they look this way; what an armhole or a neckline
    // leaves open shows the body.
    function sewn(s, over) {
      const near = (x, y) => view.pitch > 60 || flat(x, y, 0)[2] * Math.cos(lift) > -2;
      const hidden = (d) => over.some((o) => d > o.top + 1 && d < o.bottom - 1);
      const lit = view.lit && s.id === view.lit;
      for (let l of s.lines) {
        const inHand = drag.holds(s, l);
        if (inHand) l = drag.slid(l, s);
        let run = [];
        const flush = () => {
          if (run.length > 1) { line(run); g.stroke(); }
          run = [];
        };
        g.strokeStyle = css(lit || inHand ? ink.madder : ink.line, l.kind === "dart" || l.kind === "seam" ? 0.75 : 1);
        g.lineWidth = inHand ? 2.4 : l.kind === "dart" || l.kind === "seam" ? 1 : 1.4;
        g.setLineDash(l.kind === "dart" ? [4, 3] : []);
        for (let j = 0; j < l.p.length; j += 3) {
          if (near(l.p[j], l.p[j + 1]) && !hidden(l.p[j + 2])) run.push(P(l.p[j], l.p[j + 1], l.p[j + 2]));
          else flush();
        }
        flush();
      }
      g.setLineDash([]);
    }
    limbs(false);
    // The near half of a ring.
    function visible(ring) {
      const m = ring.p.length / 2, runs = [];
      let run = [];
      const near = (j) => {
        const x = ring.p[2 * j], y = ring.p[2 * j + 1];
        return view.pitch > 60 || flat(x, y, 0)[2] * Math.cos(lift) > -2;
      };
      let start = 0;
      for (let j = 0; j < m; j++) if (!near(j) && near((j + 1) % m)) start = j + 1;
      for (let j = 0; j <= m; j++) {
        const q = (start + j) % m;
        if (near(q) && !(j === m && !near((start + m - 1) % m))) run.push(P(ring.p[2 * q], ring.p[2 * q + 1], ring.z ? ring.z[q] : ring.d));
        else if (run.length) { runs.push(run); run = []; }
      }
      if (run.length > 1) runs.push(run);
      return runs;
    }
    // What is bare, dotted, once anything is on.
    if (n > 0) {
      const under = data.bare.rings.slice(1).map((ring, a) => strip(data.bare.rings[a], ring, 0, P, k));
      g.strokeStyle = css(ink.line, 0.75);
      g.lineWidth = 1.1;
      g.setLineDash([1.5, 4]);
      turns(under);
      g.setLineDash([]);
    }

    // Levels, their girths, what the layer in hand adds, the chosen height, a
    // rule.
    const outer = (drop) => {
      for (let i = on.length - 1; i > 0; i--) if (on[i].rings.length && drop >= on[i].top && drop <= on[i].bottom) return ringAt(on[i].rings, drop);
      return ringAt(skin, drop);
    };
    g.font = `13px ${getComputedStyle(canvas).fontFamily}`;
    g.textBaseline = "middle";
    if (level) {
      const lit = on.find((s) => s.id && s.id === view.lit);
      data.levels.forEach((l, i) => {
        const ring = outer(l.drop);
        if (!ring) return;
        g.strokeStyle = css(ink.quiet, 0.8);
        g.lineWidth = 1;
        visible({ d: l.drop, p: ring.p }).forEach((run) => { line(run); g.stroke(); });
        const y = P(0, 0, l.drop)[1];
        let edge = 0;
        for (let j = 0; j < ring.p.length; j += 2) edge = Math.max(edge, P(ring.p[j], ring.p[j + 1], l.drop)[0]);
        g.strokeStyle = css(ink.faint);
        const by = lit?.at.find((a) => Math.abs(a.drop - l.drop) < 8);
        const end = w - 128 - (by ? g.measureText(by.text).width + 12 : 0);
        line([[edge + 5, y], [Math.max(end, edge + 5), y]]);
        g.stroke();
        g.fillStyle = css(ink.quiet);
        g.fillText(l.label, w - 122, y);
        g.fillStyle = css(ink.line);
        g.fillText(on[n].girths[i], w - 52, y);
        if (by) {
          g.fillStyle = css(ink.madder);
          g.textAlign = "right";
          g.fillText(by.text, w - 132, y);
          g.textAlign = "left";
        }
      });
      const ring = outer(view.at);
      if (ring) {
        g.strokeStyle = css(ink.madder);
        g.lineWidth = 1.6;
        visible({ d: view.at, p: ring.p }).forEach((run) => { line(run); g.stroke(); });
      }
    }
    g.strokeStyle = g.fillStyle = css(ink.quiet);
    g.lineWidth = 1.4;
    const x = 14, y = h - 14;
    line([[x, y - 4], [x, y + 4], [x, y], [x + data.rule.mm * k, y], [x + data.rule.mm * k, y - 4], [x + data.rule.mm * k, y + 4]]);
    g.stroke();
    g.fillText(data.rule.text, x + data.rule.mm * k + 7, y);
    box.dataset.drawn = String(bands.length);
  }

  function section() {
    const ratio = devicePixelRatio || 1, w = plan.clientWidth, h = plan.clientHeight;
    if (!w || !h) return;
    [plan.width, plan.height] = [Math.round(w * ratio), Math.round(h * ratio)];
    const g = plan.getContext("2d");
    g.setTransform(ratio, 0, 0, ratio, 0, 0);
    const n = Number(upto.value);
    const rows = [];
    const at = data.heights.findIndex((h) => h.drop === view.at);
    const list = shapes.slice(0, n + 1).map((s, i) => [s, i, ringAt(s.rings, view.at)]).filter(([s, i, ring]) => ring && s.around[at] && (i === 0 || (view.at >= s.top && view.at <= s.bottom)));
    let reach = 60;
    for (const [, , ring] of list) for (let j = 0; j < ring.p.length; j += 2) reach = Math.max(reach, Math.abs(ring.p[j]), Math.abs(ring.p[j + 1]));
    const k = (Math.min(w, h - 18) / (2 * reach)) * 0.96;
    for (const [s, i, ring] of list.reverse()) {
      g.beginPath();
      for (let j = 0; j < ring.p.length; j += 2) g[j ? "lineTo" : "moveTo"](w / 2 + ring.p[j] * k, (h - 14) / 2 - ring.p[j + 1] * k);
      g.closePath();
      if (i) {
        g.fillStyle = css(mix(ink.dyes.get(s.colour), ink.chalk, 0.35));
        g.fill();
        g.strokeStyle = css(s.id === view.lit ? ink.madder : ink.line);
        g.lineWidth = s.id === view.lit ? 2.2 : 1;
        g.setLineDash([]);
      } else {
        if (n === 0) {
          g.fillStyle = css(ink.face);
          g.fill();
        }
        g.strokeStyle = css(ink.line);
        g.lineWidth = 1.2;
        g.setLineDash([1.5, 3]);
      }
      g.stroke();
      g.setLineDash([]);
      rows.push(`${s.name} ${s.around[at]}`);
    }
    g.fillStyle = css(ink.quiet);
    g.font = `12px ${getComputedStyle(plan).fontFamily}`;
    g.textAlign = "center";
    g.fillText("front", w / 2, h - 3);
    g.strokeStyle = css(ink.quiet);
    g.lineWidth = 1.2;
    g.beginPath();
    g.moveTo(4, h - 6);
    g.lineTo(4 + data.rule.mm * k, h - 6);
    g.stroke();
    g.textAlign = "left";
    g.fillText(data.rule.text, 4, h - 14);
    const items = $("[data-section-girths]");
    items.replaceChildren(...rows.map((r) => Object.assign(document.createElement("li"), { textContent: r })));
  }

  let due = false;
  const redraw = () => {
    if (due) return;
    due = true;
    requestAnimationFrame(() => {
      due = false;
      draw();
      section();
    });
  };

  const say = () => {
    const n = Number(upto.value);
    $("[data-upto-says]").textContent = n === 0 ? "nothing" : shapes[n].name.toLowerCase();
    $("[data-height-says]").textContent = data.heights.find((h) => h.drop === view.at)?.text || "";
    const s = shapes.find((l) => l.id && l.id === view.lit) || (n > 0 ? shapes[n] : null);
    $("[data-adds]").textContent = s ? `${s.name}: ${s.says.join("; ")}.` : "";
  };
  const look = (yaw, pitch) => {
    view.yaw = ((yaw % 360) + 360) % 360;
    view.pitch = Math.max(0, Math.min(90, pitch));
    for (const b of box.querySelectorAll("[data-view]")) {
      const exact = b.dataset.view === "above" ? view.pitch === 90 : view.pitch === 0 && view.yaw === Number(b.dataset.view);
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
  box.querySelector("[data-arms]").addEventListener("click", (e) => {
    view.arms = !view.arms;
    e.currentTarget.setAttribute("aria-pressed", String(view.arms));
    redraw();
  });
  upto.addEventListener("input", () => { view.lit = ""; say(); redraw(); });
  height.addEventListener("input", () => { view.at = Number(height.value); say(); redraw(); });
  canvas.addEventListener("keydown", (e) => {
    const step = { ArrowLeft: [-10, 0], ArrowRight: [10, 0], ArrowUp: [0, 10], ArrowDown: [0, -10] }[e.key];
    if (!step) return;
    e.preventDefault();
    look(view.yaw + step[0], view.pitch + step[1]);
  });
  let held = null;
  const drag = draggable({
    canvas, ringAt, redraw,
    ensemble: box.dataset.figure.replace("/figure.json", ""), pieces: $("[data-pieces]"), says: $("[data-adds]"),
    layer: () => shapes[Number(upto.value)], view: () => last,
    anew: async () => {
      const fresh = await fetch(box.dataset.figure, { headers: { "X-From-Page": "1" } });
      if (!fresh.ok) return;
      data = await fresh.json();
      shapes = [data.bare, ...data.layers];
      bounds();
    },
  });
  canvas.addEventListener("pointerdown", (e) => {
    if (drag.grabbed(e)) return;
    held = { x: e.clientX, y: e.clientY, yaw: view.yaw, pitch: view.pitch };
    canvas.setPointerCapture(e.pointerId);
  });
  canvas.addEventListener("pointermove", (e) => {
    if (drag.moved(e)) return;
    if (held) return look(held.yaw - (e.clientX - held.x) * 0.5, held.pitch + (e.clientY - held.y) * 0.3);
    const r = canvas.getBoundingClientRect(), x = e.clientX - r.left, y = e.clientY - r.top;
    const inside = (q) => {
      let odd = false;
      const pts = [q.A, q.B, q.C, q.D];
      for (let i = 0, j = 3; i < 4; j = i++) if (pts[i][1] > y !== pts[j][1] > y && x < ((pts[j][0] - pts[i][0]) * (y - pts[i][1])) / (pts[j][1] - pts[i][1]) + pts[i][0]) odd = !odd;
      return odd;
    };
    const hit = hits.findLast(inside);
    light(hit && hit.i ? shapes[hit.i].id : "");
  });
  for (const end of ["pointerup", "pointercancel"]) canvas.addEventListener(end, () => {
    held = null;
    drag.letGo();
  });
  canvas.addEventListener("pointerleave", () => light(""));
  const row = (e) => {
    const id = e.target.closest?.("[data-adds-layer]")?.dataset.addsLayer || e.target.closest?.(".stack [data-layer]")?.dataset.layer;
    if (id) light(id);
    else if (!e.target.closest?.(".figure-canvas")) light("");
  };
  document.addEventListener("mouseover", row);
  document.addEventListener("focusin", row);
  new ResizeObserver(redraw).observe(canvas);
  const scheme = () => { colours(); redraw(); };
  matchMedia("(prefers-color-scheme: dark)").addEventListener("change", scheme);
  addEventListener("beforeprint", () => { colours(); draw(); section(); });
  colours();
  say();
  look(-24, 6);
}
