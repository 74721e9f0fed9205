// Draws the dressed figure, and a section of it, on canvases: rings of points become a softly shaded form. What is
// drawn is the scene it is given; nothing here listens.
import { arms } from "./arms.js";
import { merged, ofTrim, ruled, solids, throughOf } from "./scene.js";
import { deg, nearHalf, placed, project, ringAt } from "./projection.js";
import { colour, css, mix, strip } from "./shading.js";

// One ring of faces: in one piece with the shade running across it when its
// front is a single run, face by face when all of it looks up.
function paint(g, row, scene, hits) {
  const m = row.length;
  const first = row.findIndex((q, j) => q.front && !row[(j + m - 1) % m].front);
  const run = [];
  if (first >= 0) for (let j = first; row[j % m].front && run.length < m; j++) run.push(row[j % m]);
  const across = run.length ? run.at(-1).B[0] - run[0].A[0] : 0;
  if (
    run.length > 1 &&
    run.length === row.filter((q) => q.front).length &&
    Math.abs(across) > 4 &&
    scene.view.pitch < 50
  ) {
    const x = (p) => (p[0] - run[0].A[0]) / across;
    if (run.every((q) => x(q.B) >= x(q.A) - 1e-3)) {
      const shine = g.createLinearGradient(run[0].A[0], 0, run.at(-1).B[0], 0);
      run.forEach((q) => shine.addColorStop(Math.min(1, Math.max(0, (x(q.A) + x(q.B)) / 2)), colour(q, scene)));
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
    g.fillStyle = g.strokeStyle = colour(q, scene);
    g.lineWidth = 1;
    g.fill();
    g.stroke();
    hits.push(q);
  }
}

// paintFigure draws the scene on its canvas. It gives the faces that were drawn, the last on top, and how points are
// placed; nothing where the canvas has no size.
export function paintFigure(scene) {
  const { canvas, data, shapes, view, ink, top, widest, drag } = scene;
  const ratio = devicePixelRatio || 1;
  const w = canvas.clientWidth,
    h = canvas.clientHeight;
  if (!w || !h) return null;
  if (canvas.width !== Math.round(w * ratio) || canvas.height !== Math.round(h * ratio))
    [canvas.width, canvas.height] = [Math.round(w * ratio), Math.round(h * ratio)];
  const g = canvas.getContext("2d");
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  g.clearRect(0, 0, w, h);
  g.lineJoin = g.lineCap = "round";
  const k = Math.min((h - 54) / (data.floor - top), (w - (w < 420 ? 126 : 150)) / (2 * widest));
  const flat = project(view.yaw, view.pitch);
  const middle = (top + data.floor) / 2;
  const lift = view.pitch * deg;
  const turn = ++scene.turn;
  const hits = [];
  const P = (x, y, d) => {
    const q = flat(x, y, d - middle);
    return [w / 2 - 24 + q[0] * k, (h - 30) / 2 + 6 + q[1] * k, q[2]];
  };
  const level = view.pitch < 60;
  const visible = (ring) => nearHalf(ring, P, (x, y) => view.pitch > 60 || flat(x, y, 0)[2] * Math.cos(lift) > -2);
  const last = { P, near: (x, y) => view.pitch > 60 || flat(x, y, 0)[2] * Math.cos(lift) > 0 };
  const n = scene.upto;
  const on = (scene.on = view.alone && n > 1 ? [shapes[0], shapes[n]] : shapes.slice(0, n + 1));
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
    const edge = (rings, side) =>
      rings.map((ring) => {
        let best = null;
        for (let i = 0; i < ring.p.length; i += 2) {
          const q = P(ring.p[i], ring.p[i + 1], ring.d);
          if (!best || side * q[0] > side * best[0]) best = q;
        }
        return best;
      });
    for (const side of [-1, 1]) {
      const inner = edge(data.band.low, side),
        outer = edge(data.band.high, side);
      line([...inner, ...outer.reverse()], true);
      g.fillStyle = css(ink.weld, 0.4);
      g.fill();
    }
  }

  // The form: the outermost of what is on, ring by ring from below, so that
  // what is higher lies over it.
  const limbs = (behind) =>
    arms(data, on, view, flat, behind, {
      strip: (u, v, i) => strip(u, v, i, P, k, turn),
      paint: (row) => paint(g, row, scene, hits),
      ink: (rows) => {
        [g.strokeStyle, g.lineWidth] = [css(ink.line), 1.3];
        turns(rows);
      },
    });
  const bands = [];
  if (scene.solid) {
    scene.through = throughOf(scene, on);
    const covers = (i) =>
      merged(
        on
          .slice(i + 1)
          // What is open before hides by itself.
          .filter((o, k) => o.rings.length && !scene.through[i + 1 + k] && !(o.over_arms && o.sheets))
          .map((o) => [o.top - 1, o.bottom - (o.sheets ? 14 : 1)]),
      );
    const fine = scene.quick ? scene.sharp : Math.max(ratio, 1.5),
      unit = (c) => c.map((x) => x / 255);
    scene.solid.draw({
      w: Math.round(w * fine),
      h: Math.round(h * fine),
      view: {
        yaw: view.yaw * deg,
        pitch: view.pitch * deg,
        x: (w / 2 - 24) * fine,
        y: ((h - 30) / 2 + 6) * fine,
        k: k * fine,
        middle,
      },
      quick: scene.quick,
      parts: solids(scene, on, skin, covers),
      lines: ruled(scene, on, covers).map((l) => ({ ...l, broad: l.broad * fine, dash: l.dash?.map((x) => x * fine) })),
      shadow: unit(ink.dark ? [12, 11, 10] : ink.line),
      ink: unit(ink.line),
      gloss: ink.dark ? 0.35 : 0.75,
      fits: view.ease ? [ink.madder, ink.woad, ink.weld].flatMap((c) => [...unit(c), 1]) : null,
    });
    g.drawImage(scene.solid.canvas, 0, 0, w, h);
    scene.at = (x, y) => (scene.solid.at(x * fine, y * fine) % ofTrim) - 1;
  } else {
    facets();
  }
  function facets() {
    limbs(true);
    on.forEach((s, i) => {
      const rings = i ? s.rings : skin;
      const over = on.slice(i + 1).filter((o) => o.rings.length);
      const hidden = (d1, d2) => over.some((o) => d1 >= o.top - 1 && d2 <= o.bottom + 1);
      for (let a = 1; a < rings.length; a++) {
        if (hidden(rings[a - 1].d, rings[a].d)) continue;
        bands.push(strip(rings[a - 1], rings[a], i, P, k, turn));
      }
    });
    bands.sort((p, q) => q[0].low - p[0].low || p[0].i - q[0].i);
    for (const row of bands) paint(g, row, scene, hits);
  }
  if (view.pitch > 0 && !on.some((s) => s.on_head || (view.hood && s.hood_up))) {
    // the neck is shut
    line(placed(skin[0], P, turn), true);
    g.fillStyle = css(mix(ink.face, ink.line, 0.1));
    g.fill();
  }

  // Ink: where the form turns away, and the edges of each garment.
  function turns(rows) {
    g.beginPath();
    for (const row of rows)
      for (let j = 0; j < row.length; j++) {
        const q = row[j];
        if (q.front === row[(j + 1) % row.length].front) continue;
        g.moveTo(q.B[0], q.B[1]);
        g.lineTo(q.C[0], q.C[1]);
      }
    g.stroke();
  }
  g.strokeStyle = css(ink.line);
  g.lineWidth = 1.5;
  if (!scene.solid) turns(bands);
  on.forEach((s, i) => {
    const over = on.slice(i + 1).filter((o) => o.rings.length);
    if (s.lines && !scene.solid) sewn(s, over);
    const ends = s.lines || scene.solid ? [] : i ? [s.rings[0], s.rings.at(-1)] : [skin[0]];
    for (const ring of ends) {
      if (!ring || over.some((o) => ring.d > o.top + 1 && ring.d < o.bottom - 1)) continue;
      g.strokeStyle = css(view.lit && s.id === view.lit ? ink.madder : ink.line);
      g.lineWidth = 1.2;
      visible(ring).forEach((run) => {
        line(run);
        g.stroke();
      });
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
        if (run.length > 1) {
          line(run);
          g.stroke();
        }
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
  if (!scene.solid) limbs(false);
  // What is bare, dotted, once anything is on.
  if (n > 0) {
    const torso = data.bare.rings.filter((ring) => !scene.solid || ring.d <= data.crotch);
    const under = torso.slice(1).map((ring, a) => strip(torso[a], ring, 0, P, k, turn));
    g.strokeStyle = css(ink.line, 0.75);
    g.lineWidth = 1.1;
    g.setLineDash([1.5, 4]);
    turns(under);
    g.setLineDash([]);
  }

  // What it was before, dashed.
  if (scene.ghost) {
    g.strokeStyle = css(ink.madder);
    g.lineWidth = 1.6;
    g.setLineDash([7, 4]);
    for (const rings of scene.ghost) turns(rings.slice(1).map((ring, a) => strip(rings[a], ring, 0, P, k, turn)));
    g.setLineDash([]);
  }

  // Levels, their girths, what the layer in hand adds, the chosen height, a
  // rule.
  const outer = (drop) => {
    for (let i = on.length - 1; i > 0; i--)
      if (on[i].rings.length && drop >= on[i].top && drop <= on[i].bottom) return ringAt(on[i].rings, drop);
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
      visible({ d: l.drop, p: ring.p }).forEach((run) => {
        line(run);
        g.stroke();
      });
      const y = P(0, 0, l.drop)[1];
      let edge = 0;
      for (let j = 0; j < ring.p.length; j += 2) edge = Math.max(edge, P(ring.p[j], ring.p[j + 1], l.drop)[0]);
      g.strokeStyle = css(ink.faint);
      const by = lit?.at.find((a) => Math.abs(a.drop - l.drop) < 8);
      const end = w - 128 - (by ? g.measureText(by.text).width + 12 : 0);
      line([
        [edge + 5, y],
        [Math.max(end, edge + 5), y],
      ]);
      g.stroke();
      // An arm may lie behind the words.
      for (const [text, x, of] of [
        [l.label, w - 122, ink.quiet],
        [on.at(-1).girths[i], w - 52, ink.line],
      ]) {
        [g.strokeStyle, g.lineWidth] = [css(ink.chalk, 0.85), 4];
        g.strokeText(text, x, y);
        g.fillStyle = css(of);
        g.fillText(text, x, y);
      }
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
      visible({ d: view.at, p: ring.p }).forEach((run) => {
        line(run);
        g.stroke();
      });
    }
  }
  g.strokeStyle = g.fillStyle = css(ink.quiet);
  g.lineWidth = 1.4;
  const x = 14,
    y = h - 14;
  line([
    [x, y - 4],
    [x, y + 4],
    [x, y],
    [x + data.rule.mm * k, y],
    [x + data.rule.mm * k, y - 4],
    [x + data.rule.mm * k, y + 4],
  ]);
  g.stroke();
  g.fillText(data.rule.text, x + data.rule.mm * k + 7, y);
  return { hits, last, bands: scene.solid ? on.length : bands.length };
}

// paintSection draws the figure cut at the height in view, and gives the girth of every layer there in words.
export function paintSection(scene) {
  const { plan, data, shapes, view, ink } = scene;
  const ratio = devicePixelRatio || 1,
    w = plan.clientWidth,
    h = plan.clientHeight;
  if (!w || !h) return null;
  [plan.width, plan.height] = [Math.round(w * ratio), Math.round(h * ratio)];
  const g = plan.getContext("2d");
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  const n = scene.upto;
  const rows = [];
  const at = data.heights.findIndex((h) => h.drop === view.at);
  const list = shapes
    .slice(0, n + 1)
    .map((s, i) => [s, i, ringAt(s.rings, view.at)])
    .filter(([s, , ring]) => ring && s.around[at]);
  let reach = 60;
  for (const [, , ring] of list)
    for (let j = 0; j < ring.p.length; j += 2) reach = Math.max(reach, Math.abs(ring.p[j]), Math.abs(ring.p[j + 1]));
  const k = (Math.min(w, h - 18) / (2 * reach)) * 0.96;
  for (const [s, i, ring] of list.reverse()) {
    g.beginPath();
    for (let j = 0; j < ring.p.length; j += 2)
      g[j ? "lineTo" : "moveTo"](w / 2 + ring.p[j] * k, (h - 14) / 2 - ring.p[j + 1] * k);
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
  return rows;
}
