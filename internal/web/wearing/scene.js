// The scene as solids and lines for the depth buffer: what of each garment is seen, made once and kept for as long as it
// is there.
import { easeAt, mix } from "./shading.js";
import { gridOf, lowest, noFit, sheets, stretches, tube } from "./solid.js";

// merged are ranges without overlaps, from the top down.
export const merged = (ranges) => {
  const out = [];
  for (const [a, b] of ranges.sort((p, q) => p[0] - q[0]))
    if (out.length && a <= out.at(-1)[1] + 2) out.at(-1)[1] = Math.max(out.at(-1)[1], b);
    else out.push([a, b]);
  return out;
};

// grids are a shape's solids, made once: its rings, or what is held of it and what hangs in folds; fitCode tells how it
// goes round what is under it.
const made = new WeakMap();
const grids = (key, make) => {
  if (!made.has(key)) made.set(key, make());
  return made.get(key);
};
const shapeGrids = (s) =>
  grids(s, () => {
    const fit = (d) => easeAt(s.ease, d);
    const round = s.sheets ? s.held || [] : s.legs ? s.rings.filter((r) => r.d <= s.crotch) : s.rings;
    return [...(round.length > 1 ? [tube(round, fit)] : []), ...[...(s.sheets || []), ...(s.legs || [])].flatMap(sheets)];
  });

// hides tells whether what is worn over a shape leaves nothing of it to be seen.
const hides = (covered, s) =>
  s.rings.length ? covered.some(([a, b]) => s.top >= a && s.rings.at(-1).d <= b) : !s.flaps;

// throughOf tells of each shape that is on how much of what is behind is seen through it: of sheer cloth some, and, where
// that is asked, more of all that is worn over what gives it its shape, or of the outermost.
export const throughOf = (scene, on) => {
  const last = on.findLastIndex((s) => s.supports),
    from = last > 0 && last < on.length - 1 ? last + 1 : on.length - 1;
  return on.map((s, i) => (i && scene.view.through && i >= from ? 0.72 : s.sheer ? 0.55 : 0));
};

// dropsOf are how far down the places of a line lie.
const dropsOf = (p) => p.filter((_, k) => k % 3 === 2);

// ringLine is a ring as lines, as far as the garment is there.
const ringLine = (r) => {
  const runs = [[]];
  for (let j = 0; j <= r.p.length; j += 2) {
    const i = j % r.p.length;
    if (r.m?.[i / 2] < 0) runs.push([]);
    else runs.at(-1).push(r.p[i], r.p[i + 1], r.z ? r.z[i / 2] : r.d);
  }
  return runs;
};

// linesOf are the lines of a shape by what they are. Of a line that runs on over what hangs only what lies above that
// is its own: cloth that hangs has its own seams. What is in the hand is left out.
function linesOf(s, inHand = () => false) {
  const hung = s.sheets?.length ? (s.held?.at(-1)?.d ?? -1e9) : 1e9;
  const own = (s.lines || []).filter((l) => dropsOf(l.p).some((d) => d < hung - 4) && !inHand(l));
  const above = (p) => p.filter((_, k) => p[k - (k % 3) + 2] < hung + 2);
  const both = (lines) => lines.flatMap((p) => [p, p.map((x, k) => (k % 3 ? x : -x))]);
  const of = (...kinds) => own.filter((l) => kinds.includes(l.kind)).map((l) => above(l.p));
  const rings = s.sheets ? s.held || [] : s.rings;
  const trims = (...kinds) => (s.trims || []).filter((t) => !t.across && kinds.includes(t.is)).map((t) => t.p);
  const last = s.one_length ? [] : [rings.at(-1)];
  const ends = !s.lines && !trims("edge").length && rings.length > 1 ? [rings[0], ...last].flatMap(ringLine) : [];
  const sheets = s.sheets || [];
  return {
    seams: stretches([...of("seam"), ...trims("seam", "pleat"), ...both(sheets.flatMap((h) => h.seams || []))]),
    darts: stretches(of("dart")),
    edges: stretches([
      ...own.filter((l) => l.kind !== "seam" && l.kind !== "dart").map((l) => above(l.p)),
      ...both(sheets.flatMap((h) => h.edges || [])),
      ...trims("edge", "hoop"),
      ...ends,
    ]),
    stitched: stretches(trims("bone", "quilt", "stitch")),
    laces: stretches(trims("lace")),
  };
}

// ruled are the lines of what is on, for the depth buffer: seams, darts and edges of what is fitted, those of what hangs,
// and the ends of what has neither.
export function ruled(scene, on, covers) {
  const { ink, view, drag, quick } = scene;
  const out = [];
  on.forEach((s, i) => {
    if (!i) return;
    const colour = view.lit && s.id === view.lit ? ink.madder : ink.line,
      covered = covers(i);
    if (hides(covered, s)) return;
    const add = (lines, broad, a, dash, of = colour) => {
      if (!lines.index.length) return;
      out.push({
        lines,
        broad,
        ink: [...of.map((x) => x / 255), a],
        dash,
        covered,
        lift: 16 * i + (s.over_arms ? 35 : 5),
        through: scene.through[i] > 0,
      });
    };
    const held = (s.lines || []).filter((l) => drag.holds(s, l));
    const all = held.length ? linesOf(s, (l) => held.includes(l)) : grids(s.rings, () => linesOf(s));
    if (!quick) add(all.seams, 1, 0.7);
    if (!quick) add(all.darts, 1, 0.75, [4, 3]);
    add(all.edges, 1.5, 1);
    if (!quick) add(all.stitched, 0.8, 0.4);
    add(all.laces, 2.6, 1);
    add(all.laces, 1.2, 1, null, ink.dark ? ink.line : ink.face);
    if (held.length) add(stretches(held.map((l) => drag.slid(l, s).p)), 2.4, 1, null, ink.madder);
  });
  return out;
}

// ofTrim is added to the number of a garment for what is on it.
export const ofTrim = 128;

// dots are the buttons, eyelets and studs of a garment as small domes on it.
const dots = (trims, is) =>
  trims
    .filter((t) => t.across && t.is === is)
    .map((t) => {
      const [x, y, d] = t.p,
        far = Math.hypot(x, y) || 1,
        out = [x / far, y / far],
        r = t.across / 2;
      const round = 12;
      return gridOf(
        3,
        round,
        true,
        (i, j) => {
          const a = (-j / round) * 2 * Math.PI,
            by = [0.02, 0.7, 1][i] * r,
            up = [1, 0.8, 0][i] * r * 0.5 + 2;
          const side = by * Math.cos(a);
          return [x - out[1] * side + out[0] * up, y + out[0] * side + out[1] * up, d + by * Math.sin(a)];
        },
        () => [0, noFit],
      );
    });

// seat closes a torso between the legs: rings that grow narrower below the last one.
const seat = (rings) => {
  const last = rings.at(-1);
  const below = [0.35, 0.65, 0.87, 1].map((t) => ({
    d: last.d + 26 * t,
    p: last.p.map((x, k) => x * (k % 2 ? 1 - 0.12 * t : Math.sqrt(1 - t * t))),
  }));
  return [...rings, ...below];
};

// solids are the parts of the scene as they are put on, for the depth buffer.
export function solids(scene, on, skin, covers) {
  const { ink, view, data } = scene;
  const unit = (c) => c.map((x) => x / 255);
  const lit = (s, c) => unit(view.lit && s.id === view.lit ? mix(c, ink.madder, 0.3) : c);
  const parts = [];
  // What shows on a cloth, and in what.
  const printed = (s) => {
    const r = s.repeat;
    if (!r) return {};
    const dye = ink.dyes.get(s.colour),
      pale = dye.reduce((a, b) => a + b) > 480;
    return {
      repeat: [r.along, r.across, r.motifs ? (r.half_drop ? 3 : 2) : 1, 0],
      other: lit(s, mix(dye, pale ? ink.madder : ink.dark ? [12, 11, 10] : ink.chalk, 0.45)),
    };
  };
  const bare = (grid, covered, lift = 0) => parts.push({ grid, dye: unit(ink.face), id: 1, covered, fitted: false, lift, shut: true });
  bare(grids(skin, () => tube(seat(skin.filter((r) => r.d <= data.crotch + 8)))), covers(0));
  for (const grid of grids(data.leg, () => sheets(data.leg))) bare(grid, covers(0));
  if (data.head && on.some((s) => s.on_head || (view.hood && s.hood_up)))
    for (const grid of grids(data.head, () => sheets(data.head))) bare(grid, []);
  on.forEach((s, i) => {
    if (!i) return;
    const covered = covers(i);
    if (hides(covered, s)) return;
    for (const grid of shapeGrids(s))
      parts.push({
        grid,
        dye: lit(s, ink.dyes.get(s.colour)),
        ...printed(s),
        through: scene.through[i],
        id: i + 1,
        covered,
        fitted: view.ease,
        lift: 16 * i + (s.over_arms ? 30 : 0),
      });
    const hood = scene.view.hood ? s.hood_up : s.hood_down;
    if (hood)
      for (const grid of grids(hood, () => sheets(hood)))
        parts.push({
          grid,
          dye: lit(s, ink.dyes.get(s.colour)),
          ...printed(s),
          through: scene.through[i],
          id: ofTrim + i + 1,
          covered: [],
          fitted: false,
          lift: 16 * i + 40,
        });
    if (s.flaps)
      for (const grid of grids(s.flaps, () => s.flaps.flatMap(sheets)))
        parts.push({
          grid,
          dye: lit(s, ink.dyes.get(s.colour)),
          ...printed(s),
          through: scene.through[i],
          id: ofTrim + i + 1,
          covered: [],
          fitted: false,
          lift: 16 * i + 12,
        });
    if (!s.trims || scene.quick) return;
    const small = grids(s.trims, () => Object.fromEntries(["button", "eyelet", "stud"].map((is) => [is, dots(s.trims, is)])));
    const dyed = { button: mix(ink.dyes.get(s.colour), ink.line, 0.35), eyelet: ink.line, stud: ink.weld };
    for (const [is, all] of Object.entries(small))
      for (const grid of all)
        parts.push({ grid, dye: unit(dyed[is]), id: ofTrim + i + 1, covered, fitted: false, lift: 16 * i + 8 });
  });
  if (view.arms && !on.some((s) => s.over_arms)) {
    const sleeved = on.map((s, i) => ({ s, i })).filter((o) => o.s.sleeve);
    for (const { s, i } of sleeved.slice(-1))
      for (const grid of grids(s.sleeve, () => sheets(s.sleeve)))
        parts.push({
          grid,
          dye: lit(s, ink.dyes.get(s.colour)),
          ...printed(s),
          through: scene.through[i],
          id: i + 1,
          covered: [],
          fitted: false,
          lift: 16 * on.length,
        });
    const reaches = Math.max(...sleeved.map((o) => lowest(o.s.sleeve)), -4000);
    for (const grid of grids(data.arm, () => sheets(data.arm))) bare(grid, [[-4000, reaches - 12]], 16 * on.length);
  }
  return parts;
}
