// What colour a face of the figure has, by its dye and by how the light falls on it.
import { deg, placed } from "./projection.js";

export const css = (c, a = 1) => `rgb(${c.map(Math.round).join(" ")} / ${a})`;
export const mix = (a, b, k) => a.map((x, i) => x + (b[i] - x) * k);

// palette reads the page's inks and the layers' dyes, as they are by day or in the evening.
export const palette = (layers) => {
  const page = getComputedStyle(document.documentElement);
  const rgb = (name) => {
    let h = page.getPropertyValue(name).trim() || page.getPropertyValue("--dye-unbleached").trim();
    if (h.length === 4) h = "#" + h[1] + h[1] + h[2] + h[2] + h[3] + h[3];
    return [1, 3, 5].map((i) => parseInt(h.slice(i, i + 2), 16));
  };
  return {
    dark: rgb("--chalk")[0] < 128,
    line: rgb("--ink"),
    quiet: rgb("--quiet"),
    face: rgb("--face"),
    chalk: rgb("--chalk"),
    faint: rgb("--line"),
    madder: rgb("--madder"),
    weld: rgb("--weld"),
    woad: rgb("--woad"),
    dyes: new Map(layers.map((l) => [l.colour, rgb("--dye-" + l.colour)])),
  };
};

// far is how much more or less ease than meant is as far as the scale goes, mm.
const far = 30;

// easeAt is how a garment goes round what is under it at a drop, by what is known of it above and below: −1 far too tight
// to 1 far too loose; −9 where nothing is.
export const easeAt = (ease, drop) => {
  if (!ease?.length) return -9;
  const i = ease.findIndex((e) => e.drop >= drop);
  const b = ease[i < 0 ? ease.length - 1 : i],
    a = i > 0 ? ease[i - 1] : b;
  const k = b.drop > a.drop ? (drop - a.drop) / (b.drop - a.drop) : 0;
  return Math.max(-1, Math.min(1, (a.by + (b.by - a.by) * Math.min(Math.max(k, 0), 1)) / far));
};

const sun = [-0.45, -0.5, 0.74]; // from the upper left, before

// strip are the faces between two rings of shape i, each with its shade and whether it looks this way. k is how
// many pixels a millimetre is.
export const strip = (u, v, i, P, k, turn) => {
  const m = u.p.length / 2,
    row = [];
  const up = placed(u, P, turn),
    lo = placed(v, P, turn);
  for (let j = 0; j < m; j++) {
    const l = (j + 1) % m;
    const [A, B, C, D] = [up[j], up[l], lo[l], lo[j]];
    const [x1, y1, z1] = [C[0] - A[0], C[1] - A[1], (C[2] - A[2]) * k];
    const [x2, y2, z2] = [B[0] - D[0], B[1] - D[1], (B[2] - D[2]) * k];
    const [nx, ny, nz] = [y2 * z1 - y1 * z2, z2 * x1 - z1 * x2, x2 * y1 - x1 * y2];
    const len = Math.hypot(nx, ny, nz) || 1;
    const shade = (nx * sun[0] + ny * sun[1] + nz * sun[2]) / len;
    row.push({ A, B, C, D, i, j, low: v.z ? Math.min(...v.z) : v.d, front: nz > 0, shade });
  }
  return row;
};

// colour is that of a face: its dye in the light, folded where it hangs, by how it fits where that is asked, and
// lit where the hand is on its layer.
export const colour = (face, { ink, shapes, view }) => {
  const s = Math.max(0, face.shade) ** 0.8,
    layer = shapes[face.i];
  let c = mix(face.i ? ink.dyes.get(layer.colour) : ink.face, ink.dark ? [12, 11, 10] : ink.line, (1 - s) * 0.42);
  c = mix(c, [255, 250, 240], Math.max(0, s - 0.72) * (ink.dark ? 0.35 : 0.75));
  if (face.i && layer.hangs) {
    const down = Math.min(1, Math.max(0, (face.low - 60) / 300));
    c = mix(c, ink.line, 0.03 + 0.045 * Math.cos(face.j * 72 * deg) * down);
  }
  const by = view.ease && face.i ? easeAt(layer.ease, face.low) : -9;
  if (by > -2) c = mix(c, mix(ink.weld, by < 0 ? ink.madder : ink.woad, Math.min(Math.abs(by), 1)), 0.68);
  if (view.lit && face.i && layer.id === view.lit) c = mix(c, ink.madder, 0.3);
  return css(c);
};
