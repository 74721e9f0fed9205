// Shapes as solids, by the browser's own depth buffer: what lies nearer hides what lies behind it. It draws on a canvas
// of its own, which the page's takes over; nothing here listens. Without such a buffer there is none of it.

import { fragment, inked, stroke, stroked, vertex, whole } from "./shaders.js";

const program = (g, vs, fs) => {
  const p = g.createProgram();
  for (const [kind, text] of [
    [g.VERTEX_SHADER, vs],
    [g.FRAGMENT_SHADER, fs],
  ]) {
    const s = g.createShader(kind);
    g.shaderSource(s, text);
    g.compileShader(s);
    if (!g.getShaderParameter(s, g.COMPILE_STATUS)) throw new Error(g.getShaderInfoLog(s));
    g.attachShader(p, s);
  }
  g.bindAttribLocation(p, 0, "place");
  g.bindAttribLocation(p, 1, "out_");
  g.bindAttribLocation(p, 2, "more");
  g.bindAttribLocation(p, 3, "from");
  g.bindAttribLocation(p, 4, "to");
  g.bindAttribLocation(p, 5, "along");
  g.bindAttribLocation(p, 6, "on");
  g.linkProgram(p);
  if (!g.getProgramParameter(p, g.LINK_STATUS)) throw new Error(g.getProgramInfoLog(p));
  const at = {};
  return { p, at: (name) => (at[name] ??= g.getUniformLocation(p, name)) };
};

const bytes = (text) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

// joined are the triangles between rows of a grid, taking every so many-th column.
function joined(lines, columns, closed, by) {
  const wide = Math.floor((closed ? columns : columns - 1) / by);
  const index = new Uint32Array((lines.length - 1) * wide * 6);
  let k = 0;
  for (let n = 1; n < lines.length; n++) {
    const [up, down] = [lines[n - 1] * columns, lines[n] * columns];
    for (let j = 0; j < wide; j++) {
      const [l, r] = [j * by, ((j + 1) * by) % (closed ? columns : columns + 1)];
      index.set([up + l, down + l, up + r, up + r, down + l, down + r], k);
      k += 6;
    }
  }
  return { index, lines, each: wide * 6 };
}

// wide is how many numbers a corner has: where it lies, the way out, three more, and where on its cloth it is.
export const wide = 11;

// gridOf are rows of points of one length as corners with the way out of each, and triangles between them. closed joins
// the last of a row to its first. more gives three numbers beside a point, and where on its cloth that lies.
export function gridOf(rows, columns, closed, place, more) {
  const on = new Float32Array(rows * columns * 3);
  for (let i = 0, k = 0; i < rows; i++)
    for (let j = 0; j < columns; j++, k += 3) [on[k], on[k + 1], on[k + 2]] = place(i, j);
  const corner = new Float32Array(rows * columns * wide);
  const beside = (i, j) => 3 * (i * columns + (closed ? (j + columns) % columns : Math.min(Math.max(j, 0), columns - 1)));
  for (let i = 0, k = 0; i < rows; i++)
    for (let j = 0; j < columns; j++, k += wide) {
      const p = beside(i, j);
      let a = beside(i, j - 1),
        b = beside(i, j + 1);
      const [ux, uy, uz] = [on[b] - on[a], on[b + 1] - on[a + 1], on[b + 2] - on[a + 2]];
      a = beside(Math.max(i - 1, 0), j);
      b = beside(Math.min(i + 1, rows - 1), j);
      const [vx, vy, vz] = [on[b] - on[a], on[b + 1] - on[a + 1], on[b + 2] - on[a + 2]];
      const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
      const long = Math.sqrt(x * x + y * y + z * z) || 1;
      const [m, n, within = 1, along = 0, across = 0] = more(i, j);
      corner[k] = on[p];
      corner[k + 1] = on[p + 1];
      corner[k + 2] = on[p + 2];
      corner[k + 3] = x / long;
      corner[k + 4] = y / long;
      corner[k + 5] = z / long;
      corner[k + 6] = m;
      corner[k + 7] = n;
      corner[k + 8] = within;
      corner[k + 9] = along;
      corner[k + 10] = across;
    }
  const whole = Array.from({ length: rows }, (_, i) => i);
  const fine = joined(whole, columns, closed, 1);
  // While it is turned every other row and column do.
  const half = columns % 2 === (closed ? 0 : 1) && columns > 60;
  const coarse = half ? joined(whole.filter((i) => i % 2 === 0 || i === rows - 1), columns, closed, 2) : fine;
  // How high each row lies.
  const high = new Float32Array(rows).fill(Infinity),
    low = new Float32Array(rows).fill(-Infinity);
  for (let i = 0, p = 2; i < rows; i++)
    for (let j = 0; j < columns; j++, p += 3) {
      high[i] = Math.min(high[i], on[p]);
      low[i] = Math.max(low[i], on[p]);
    }
  return { corner, high, low, fine, coarse };
}

// unhidden are the runs of a grid's strips that do not lie wholly in ranges of drops that others cover: from which corner
// of the index, and how many.
export function unhidden(grid, level, covered) {
  const out = [];
  for (let n = 1; n < level.lines.length; n++) {
    const [i, k] = [level.lines[n - 1], level.lines[n]];
    const high = Math.min(grid.high[i], grid.high[k]),
      low = Math.max(grid.low[i], grid.low[k]);
    if (covered.some(([a, b]) => high >= a && low <= b)) continue;
    const from = (n - 1) * level.each;
    if (out.length && out.at(-1)[0] + out.at(-1)[1] === from) out.at(-1)[1] += level.each;
    else out.push([from, level.each]);
  }
  return out;
}

// noFit stands for what has no ease of its own.
export const noFit = -9;

// tube is a shape between rings, from the top down; fit tells how it goes round what is under it at a drop, −1 far too
// tight to 1 far too loose.
export function tube(rings, fit = () => noFit) {
  const columns = rings[0].p.length / 2;
  return gridOf(
    rings.length,
    columns,
    true,
    (i, j) => [rings[i].p[2 * j], rings[i].p[2 * j + 1], rings[i].z ? rings[i].z[j] : rings[i].d],
    (i, j) => {
      const { d, m, u } = rings[i];
      return [0, fit(d), m ? m[j] + 0.5 : 1, u?.[2 * j], u?.[2 * j + 1]];
    },
  );
}

// pointsOf are a sheet's points, in tenths of a millimetre.
const pointsOf = (s) => new Int16Array(bytes(s.p).buffer);

// lowest is the drop of the lowest place of a sheet.
export const lowest = (s) => pointsOf(s).reduce((low, z, k) => (k % 3 === 2 ? Math.max(low, z / 10) : low), -4000);

// ringsOf are the rows of a sheet as rings; side is 1 for the left, −1 for the right.
export const ringsOf = (s, side) => {
  const p = pointsOf(s);
  return Array.from({ length: s.rows }, (_, i) => {
    const ring = { p: [], z: [] };
    for (let j = 0; j < s.columns; j++) {
      const k = 3 * (i * s.columns + (side > 0 ? j : s.columns - 1 - j));
      ring.p.push((side * p[k]) / 10, p[k + 1] / 10);
      ring.z.push(p[k + 2] / 10);
    }
    ring.d = ring.z.reduce((a, b) => a + b, 0) / s.columns;
    return ring;
  });
};

// sheets are both halves of cloth as it hangs, or what goes round both arms.
export function sheets(s) {
  const deep = bytes(s.in),
    p = pointsOf(s),
    on = s.u && new Int16Array(bytes(s.u).buffer);
  return [1, -1].map((side) =>
    gridOf(
      s.rows,
      s.columns,
      Boolean(s.closed),
      (i, j) => {
        const k = 3 * (i * s.columns + (side > 0 ? j : s.columns - 1 - j));
        return [(side * p[k]) / 10, p[k + 1] / 10, p[k + 2] / 10];
      },
      (i, j) => {
        const k = i * s.columns + (side > 0 ? j : s.columns - 1 - j);
        return [deep[k] / 255, noFit, 1, on && on[2 * k] / 4, on && on[2 * k + 1] / 4];
      },
    ),
  );
}

// stretches are the stretches of lines, each a list x, y, drop, x, y, drop …: both ends and how far along they begin.
export function stretches(lines) {
  const count = lines.reduce((n, p) => n + Math.max(p.length / 3 - 1, 0), 0);
  const corner = new Float32Array(count * 36),
    index = new Uint32Array(count * 6);
  let n = 0,
    high = Infinity,
    low = -Infinity;
  for (const p of lines) {
    let run = 0;
    for (let k = 3; k < p.length; k += 3) {
      for (let c = 0; c < 4; c++) {
        corner.set(p.slice(k - 3, k + 3), n * 36 + c * 9);
        corner.set([run, c >> 1, (c & 1) - 0.5], n * 36 + c * 9 + 6);
      }
      index.set([4 * n, 4 * n + 1, 4 * n + 2, 4 * n + 2, 4 * n + 1, 4 * n + 3], n * 6);
      run += Math.hypot(p[k] - p[k - 3], p[k + 1] - p[k - 2], p[k + 2] - p[k - 1]);
      high = Math.min(high, p[k - 1], p[k + 2]);
      low = Math.max(low, p[k - 1], p[k + 2]);
      n++;
    }
  }
  return { corner, index, high, low };
}

// solid is what draws; null where the browser has no depth buffer.
export function solid() {
  const canvas = document.createElement("canvas");
  const g = canvas.getContext("webgl2", { antialias: false, premultipliedAlpha: true, preserveDrawingBuffer: true });
  if (!g) return null;
  const shading = program(g, vertex, fragment),
    ruling = program(g, stroke, stroked),
    drawing = program(g, whole, inked);
  const empty = g.createVertexArray();
  const kept = new WeakMap();
  // Where in a corner its numbers lie: which attribute, how many, from which byte on.
  const ofGrids = [[0, 3, 0], [1, 3, 12], [2, 3, 24], [6, 2, 36]];
  const ofLines = [[3, 3, 0], [4, 3, 12], [5, 3, 24]];
  let frame = null;

  // mesh keeps corners and triangles where they are drawn from; parts says where in a corner its numbers lie.
  const corners = (of) => {
    if (!kept.has(of.corner)) {
      kept.set(of.corner, g.createBuffer());
      g.bindBuffer(g.ARRAY_BUFFER, kept.get(of.corner));
      g.bufferData(g.ARRAY_BUFFER, of.corner, g.STATIC_DRAW);
    }
    return kept.get(of.corner);
  };
  const mesh = (of, level, parts, wide) => {
    if (kept.has(level)) return kept.get(level);
    const array = g.createVertexArray();
    g.bindVertexArray(array);
    g.bindBuffer(g.ARRAY_BUFFER, corners(of));
    for (const [i, n, from] of parts) {
      g.enableVertexAttribArray(i);
      g.vertexAttribPointer(i, n, g.FLOAT, false, wide, from);
    }
    g.bindBuffer(g.ELEMENT_ARRAY_BUFFER, g.createBuffer());
    g.bufferData(g.ELEMENT_ARRAY_BUFFER, level.index, g.STATIC_DRAW);
    const made = { array, count: level.index.length };
    kept.set(level, made);
    return made;
  };
  // placed tells a program how the scene is seen.
  const placed = (p, view, w, h) => {
    g.useProgram(p.p);
    g.uniform4f(p.at("turn"), Math.sin(view.yaw), Math.cos(view.yaw), Math.sin(view.pitch), Math.cos(view.pitch));
    g.uniform4f(p.at("frame"), view.x, view.y, view.k, view.middle);
    g.uniform2f(p.at("size"), w, h);
  };
  const cover = (p, covered) => {
    const over = covered.slice(0, 4);
    g.uniform1i(p.at("covers"), over.length);
    if (over.length) g.uniform2fv(p.at("covered"), over.flat());
  };
  const sized = (w, h) => {
    if (frame?.w === w && frame?.h === h) return frame;
    if (frame) {
      for (const t of frame.textures) g.deleteTexture(t);
      g.deleteRenderbuffer(frame.depth);
      g.deleteFramebuffer(frame.buffer);
    }
    [canvas.width, canvas.height] = [w, h];
    const buffer = g.createFramebuffer();
    g.bindFramebuffer(g.FRAMEBUFFER, buffer);
    const textures = [
      [g.COLOR_ATTACHMENT0, g.RGBA8, g.RGBA, g.UNSIGNED_BYTE],
      [g.COLOR_ATTACHMENT1, g.RGBA8, g.RGBA, g.UNSIGNED_BYTE],
    ].map(([to, inner, format, type]) => {
      const t = g.createTexture();
      g.bindTexture(g.TEXTURE_2D, t);
      g.texImage2D(g.TEXTURE_2D, 0, inner, w, h, 0, format, type, null);
      for (const f of [g.TEXTURE_MIN_FILTER, g.TEXTURE_MAG_FILTER]) g.texParameteri(g.TEXTURE_2D, f, g.NEAREST);
      for (const f of [g.TEXTURE_WRAP_S, g.TEXTURE_WRAP_T]) g.texParameteri(g.TEXTURE_2D, f, g.CLAMP_TO_EDGE);
      g.framebufferTexture2D(g.FRAMEBUFFER, to, g.TEXTURE_2D, t, 0);
      return t;
    });
    const depth = g.createRenderbuffer();
    g.bindRenderbuffer(g.RENDERBUFFER, depth);
    g.renderbufferStorage(g.RENDERBUFFER, g.DEPTH_COMPONENT24, w, h);
    g.framebufferRenderbuffer(g.FRAMEBUFFER, g.DEPTH_ATTACHMENT, g.RENDERBUFFER, depth);
    return (frame = { w, h, buffer, textures, depth });
  };

  return {
    canvas,
    // draw draws parts, each { grid, dye, id, covered, fits }, as they are seen: view has yaw and pitch in radians, where
    // the middle lies on the picture, how many pixels a millimetre is and which drop is the middle.
    draw({ w, h, view, quick, parts, lines, shadow, ink, gloss, fits }) {
      const f = sized(w, h);
      f.found = null;
      g.bindFramebuffer(g.FRAMEBUFFER, f.buffer);
      g.viewport(0, 0, w, h);
      g.enable(g.DEPTH_TEST);
      g.depthFunc(g.LEQUAL);
      g.disable(g.BLEND);
      g.drawBuffers([g.COLOR_ATTACHMENT0, g.COLOR_ATTACHMENT1]);
      g.clearBufferfv(g.COLOR, 0, [0, 0, 0, 0]);
      g.clearBufferfv(g.COLOR, 1, [0, 0, 0, 0]);
      g.clearBufferfv(g.DEPTH, 0, [1]);
      placed(shading, view, w, h);
      const at = shading.at;
      g.uniform3fv(at("shadow"), shadow);
      g.uniform1f(at("gloss"), gloss);
      if (fits) g.uniform4fv(at("fits"), fits);
      g.uniform1i(at("fitted"), 0);
      // What lies before hides what lies behind before that is shaded: the outermost first, and what faces us.
      const seen = parts
        .map((part) => {
          const level = quick ? part.grid.coarse : part.grid.fine;
          return { part, level, runs: unhidden(part.grid, level, part.covered) };
        })
        .filter((s) => s.runs.length);
      const outward = (a, b) => (a.part.lift || 0) - (b.part.lift || 0);
      g.cullFace(g.BACK);
      const put = ({ part, level, runs }) => {
        if (part.shut) g.enable(g.CULL_FACE);
        else g.disable(g.CULL_FACE);
        g.uniform1i(at("fitted"), part.fitted && fits ? 1 : 0);
        const m = mesh(part.grid, level, ofGrids, 4 * wide);
        g.uniform3fv(at("dye"), part.dye);
        g.uniform4fv(at("repeat"), part.repeat || [0, 0, 0, 0]);
        if (part.repeat) g.uniform3fv(at("other"), part.other);
        g.uniform1f(at("id"), part.id / 255);
        g.uniform1f(at("lift"), part.lift || 0);
        g.bindVertexArray(m.array);
        g.uniform1f(at("through"), part.through || 0);
        for (const [from, count] of runs) g.drawElements(g.TRIANGLES, count, g.UNSIGNED_INT, 4 * from);
      };
      seen
        .filter((s) => !s.part.through)
        .sort((a, b) => outward(b, a))
        .forEach(put);
      g.disable(g.CULL_FACE);
      // Over what is there already, without being there for what comes after.
      const lightly = (what) => {
        g.drawBuffers([g.COLOR_ATTACHMENT0, g.NONE]);
        g.depthMask(false);
        g.enable(g.BLEND);
        g.blendFuncSeparate(g.SRC_ALPHA, g.ONE_MINUS_SRC_ALPHA, g.ONE, g.ONE_MINUS_SRC_ALPHA);
        what();
        g.disable(g.BLEND);
        g.depthMask(true);
      };
      const rule = (some) => {
        placed(ruling, view, w, h);
        for (const l of some) {
          if (l.covered.some(([a, b]) => l.lines.high >= a && l.lines.low <= b)) continue;
          g.uniform1f(ruling.at("lift"), l.lift);
          g.uniform1f(ruling.at("broad"), l.broad);
          g.uniform4fv(ruling.at("ink"), l.ink);
          g.uniform2fv(ruling.at("dash"), l.dash || [0, 0]);
          cover(ruling, l.covered);
          const m = mesh(l.lines, l.lines, ofLines, 36);
          g.bindVertexArray(m.array);
          g.drawElements(g.TRIANGLES, m.count, g.UNSIGNED_INT, 0);
        }
      };
      lightly(() => rule(lines.filter((l) => !l.through)));
      // What is sheer from within outward, then once more for what it is and how far away, so that it is inked.
      const sheer = seen.filter((s) => s.part.through).sort(outward);
      if (sheer.length) {
        g.useProgram(shading.p);
        lightly(() => sheer.forEach(put));
        g.drawBuffers([g.NONE, g.COLOR_ATTACHMENT1]);
        sheer.forEach(put);
        g.disable(g.CULL_FACE);
        lightly(() => rule(lines.filter((l) => l.through)));
      }
      g.bindFramebuffer(g.FRAMEBUFFER, null);
      g.viewport(0, 0, w, h);
      g.disable(g.DEPTH_TEST);
      g.clearColor(0, 0, 0, 0);
      g.clear(g.COLOR_BUFFER_BIT);
      g.useProgram(drawing.p);
      ["colours", "finds"].forEach((name, i) => {
        g.activeTexture(g.TEXTURE0 + i);
        g.bindTexture(g.TEXTURE_2D, f.textures[i]);
        g.uniform1i(drawing.at(name), i);
      });
      g.uniform3fv(drawing.at("ink"), ink);
      g.bindVertexArray(empty);
      g.drawArrays(g.TRIANGLES, 0, 3);
      g.bindVertexArray(null);
    },
    // at is the id of what is drawn at a pixel, 0 for nothing. What was drawn is fetched once and asked of from then on.
    at(x, y) {
      if (!frame || x < 0 || y < 0 || x >= frame.w || y >= frame.h) return 0;
      if (!frame.found) {
        frame.found = new Uint8Array(4 * frame.w * frame.h);
        g.bindFramebuffer(g.FRAMEBUFFER, frame.buffer);
        g.readBuffer(g.COLOR_ATTACHMENT1);
        g.readPixels(0, 0, frame.w, frame.h, g.RGBA, g.UNSIGNED_BYTE, frame.found);
        g.bindFramebuffer(g.FRAMEBUFFER, null);
      }
      return frame.found[4 * ((frame.h - 1 - Math.floor(y)) * frame.w + Math.floor(x))];
    },
  };
}
