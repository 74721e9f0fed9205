// Shapes as solids, by the browser's own depth buffer: what lies nearer hides what lies behind it. It draws on a canvas
// of its own, which the page's takes over; nothing here listens. Without such a buffer there is none of it.

const vertex = `#version 300 es
in vec3 place;
in vec3 out_;
in vec2 more;
uniform vec4 turn;
uniform vec4 frame;
uniform vec2 size;
out vec3 normal;
out float drop;
out vec2 extra;
vec3 seen(vec3 p) {
  float before = p.x * turn.x - p.y * turn.y;
  return vec3(p.x * turn.y + p.y * turn.x, before * turn.z + p.z * turn.w, before * turn.w - p.z * turn.z);
}
void main() {
  vec3 q = seen(vec3(place.xy, place.z - frame.w));
  normal = seen(out_);
  drop = place.z;
  extra = more;
  vec2 at = frame.xy + q.xy * frame.z;
  gl_Position = vec4(at.x / size.x * 2.0 - 1.0, 1.0 - at.y / size.y * 2.0, -q.z / 6000.0, 1.0);
}`;

const fragment = `#version 300 es
precision highp float;
in vec3 normal;
in float drop;
in vec2 extra;
uniform vec3 dye;
uniform vec3 shadow;
uniform vec4 fits[3];
uniform float gloss;
uniform float id;
uniform vec2 covered[4];
uniform int covers;
uniform int fitted;
layout(location = 0) out vec4 colour;
layout(location = 1) out vec4 found;
void main() {
  for (int i = 0; i < covers; i++) if (drop > covered[i].x && drop < covered[i].y) discard;
  vec3 n = normalize(normal);
  bool inside = n.z < 0.0;
  if (inside) n = -n;
  float light = pow(max(0.0, dot(n, vec3(-0.4503, -0.5003, 0.7405))), 0.8);
  vec3 c = dye;
  int fit = int(extra.y + 0.5);
  if (fitted > 0 && fit > 0) c = mix(c, fits[fit - 1].rgb, 0.62);
  c = mix(c, shadow, (1.0 - light) * 0.42);
  c = mix(c, vec3(1.0, 0.98, 0.94), max(0.0, light - 0.72) * gloss);
  c = mix(c, shadow, 0.42 * extra.x);
  if (inside) c = mix(c, shadow, 0.4);
  colour = vec4(c, 1.0);
  found = vec4(id, n.x * 0.5 + 0.5, n.y * 0.5 + 0.5, 1.0);
}`;

const whole = `#version 300 es
out vec2 uv;
void main() {
  vec2 p = vec2(float(gl_VertexID % 2) * 4.0 - 1.0, float(gl_VertexID / 2) * 4.0 - 1.0);
  uv = p * 0.5 + 0.5;
  gl_Position = vec4(p, 0.0, 1.0);
}`;

// Ink: where one shape ends before another, or a fold before what lies behind it.
const inked = `#version 300 es
precision highp float;
in vec2 uv;
uniform sampler2D colours;
uniform sampler2D finds;
uniform sampler2D depths;
uniform vec2 texel;
uniform vec3 ink;
out vec4 result;
void main() {
  vec4 here = texture(colours, uv), what = texture(finds, uv);
  float z = texture(depths, uv).r * 12000.0, most = 0.0, other = 0.0;
  for (int i = 0; i < 4; i++) {
    vec2 by = vec2(i == 0 ? 1.0 : i == 1 ? -1.0 : 0.0, i == 2 ? 1.0 : i == 3 ? -1.0 : 0.0) * texel;
    vec4 w = texture(finds, uv + by);
    float d = texture(depths, uv + by).r * 12000.0 - z;
    if (what.a > 0.5 && (w.a < 0.5 || (abs(w.r - what.r) > 0.002 && d > -0.5))) other = max(other, 1.0);
    if (what.a > 0.5 && w.a > 0.5) {
      vec2 slope = (what.gb - 0.5) * 2.0;
      float steep = length(slope) / max(0.15, sqrt(max(0.0, 1.0 - dot(slope, slope))));
      most = max(most, smoothstep(7.0, 16.0, d - steep * 2.0));
    }
  }
  float k = max(other * 0.9, most * 0.7);
  result = vec4(mix(here.rgb, ink, k) * here.a, here.a);
}`;

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
  g.linkProgram(p);
  if (!g.getProgramParameter(p, g.LINK_STATUS)) throw new Error(g.getProgramInfoLog(p));
  const at = {};
  return { p, at: (name) => (at[name] ??= g.getUniformLocation(p, name)) };
};

const bytes = (text) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

// gridOf are rows of points of one length as corners with the way out of each, and triangles between them. closed joins
// the last of a row to its first. more gives two numbers beside a point.
export function gridOf(rows, columns, closed, place, more) {
  const on = new Float32Array(rows * columns * 3);
  for (let i = 0, k = 0; i < rows; i++)
    for (let j = 0; j < columns; j++, k += 3) [on[k], on[k + 1], on[k + 2]] = place(i, j);
  const corner = new Float32Array(rows * columns * 8);
  const beside = (i, j) => 3 * (i * columns + (closed ? (j + columns) % columns : Math.min(Math.max(j, 0), columns - 1)));
  for (let i = 0, k = 0; i < rows; i++)
    for (let j = 0; j < columns; j++, k += 8) {
      const p = beside(i, j);
      let a = beside(i, j - 1),
        b = beside(i, j + 1);
      const [ux, uy, uz] = [on[b] - on[a], on[b + 1] - on[a + 1], on[b + 2] - on[a + 2]];
      a = beside(Math.max(i - 1, 0), j);
      b = beside(Math.min(i + 1, rows - 1), j);
      const [vx, vy, vz] = [on[b] - on[a], on[b + 1] - on[a + 1], on[b + 2] - on[a + 2]];
      const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
      const long = Math.sqrt(x * x + y * y + z * z) || 1;
      const [m, n] = more(i, j);
      corner[k] = on[p];
      corner[k + 1] = on[p + 1];
      corner[k + 2] = on[p + 2];
      corner[k + 3] = x / long;
      corner[k + 4] = y / long;
      corner[k + 5] = z / long;
      corner[k + 6] = m;
      corner[k + 7] = n;
    }
  const wide = closed ? columns : columns - 1;
  const index = new Uint32Array((rows - 1) * wide * 6);
  let k = 0;
  for (let i = 1; i < rows; i++)
    for (let j = 0; j < wide; j++) {
      const [a, b] = [(i - 1) * columns + j, (i - 1) * columns + ((j + 1) % columns)];
      const [c, d] = [i * columns + j, i * columns + ((j + 1) % columns)];
      index.set([a, c, b, b, c, d], k);
      k += 6;
    }
  return { corner, index };
}

// tube is a shape between rings, from the top down; fit tells how it goes round what is under it at a drop.
export function tube(rings, fit = () => 0) {
  const columns = rings[0].p.length / 2;
  return gridOf(
    rings.length,
    columns,
    true,
    (i, j) => [rings[i].p[2 * j], rings[i].p[2 * j + 1], rings[i].z ? rings[i].z[j] : rings[i].d],
    (i) => [0, fit(rings[i].d)],
  );
}

// sheets are both halves of cloth as it hangs.
export function sheets(s) {
  const raw = bytes(s.p),
    deep = bytes(s.in);
  const p = new Int16Array(raw.buffer);
  return [1, -1].map((side) =>
    gridOf(
      s.rows,
      s.columns,
      false,
      (i, j) => {
        const k = 3 * (i * s.columns + (side > 0 ? j : s.columns - 1 - j));
        return [(side * p[k]) / 10, p[k + 1] / 10, p[k + 2] / 10];
      },
      (i, j) => [deep[i * s.columns + (side > 0 ? j : s.columns - 1 - j)] / 255, 0],
    ),
  );
}

// solid is what draws; null where the browser has no depth buffer.
export function solid() {
  const canvas = document.createElement("canvas");
  const g = canvas.getContext("webgl2", { antialias: false, premultipliedAlpha: true, preserveDrawingBuffer: true });
  if (!g) return null;
  const shading = program(g, vertex, fragment),
    drawing = program(g, whole, inked);
  const empty = g.createVertexArray();
  const kept = new WeakMap();
  let frame = null;

  const mesh = (grid) => {
    if (kept.has(grid)) return kept.get(grid);
    const array = g.createVertexArray();
    g.bindVertexArray(array);
    g.bindBuffer(g.ARRAY_BUFFER, g.createBuffer());
    g.bufferData(g.ARRAY_BUFFER, grid.corner, g.STATIC_DRAW);
    for (const [i, n, from] of [
      [0, 3, 0],
      [1, 3, 12],
      [2, 2, 24],
    ]) {
      g.enableVertexAttribArray(i);
      g.vertexAttribPointer(i, n, g.FLOAT, false, 32, from);
    }
    g.bindBuffer(g.ELEMENT_ARRAY_BUFFER, g.createBuffer());
    g.bufferData(g.ELEMENT_ARRAY_BUFFER, grid.index, g.STATIC_DRAW);
    const made = { array, count: grid.index.length };
    kept.set(grid, made);
    return made;
  };
  const sized = (w, h) => {
    if (frame?.w === w && frame?.h === h) return frame;
    if (frame) {
      for (const t of frame.textures) g.deleteTexture(t);
      g.deleteFramebuffer(frame.buffer);
    }
    [canvas.width, canvas.height] = [w, h];
    const buffer = g.createFramebuffer();
    g.bindFramebuffer(g.FRAMEBUFFER, buffer);
    const textures = [
      [g.COLOR_ATTACHMENT0, g.RGBA8, g.RGBA, g.UNSIGNED_BYTE],
      [g.COLOR_ATTACHMENT1, g.RGBA8, g.RGBA, g.UNSIGNED_BYTE],
      [g.DEPTH_ATTACHMENT, g.DEPTH_COMPONENT24, g.DEPTH_COMPONENT, g.UNSIGNED_INT],
    ].map(([to, inner, format, type]) => {
      const t = g.createTexture();
      g.bindTexture(g.TEXTURE_2D, t);
      g.texImage2D(g.TEXTURE_2D, 0, inner, w, h, 0, format, type, null);
      for (const f of [g.TEXTURE_MIN_FILTER, g.TEXTURE_MAG_FILTER]) g.texParameteri(g.TEXTURE_2D, f, g.NEAREST);
      for (const f of [g.TEXTURE_WRAP_S, g.TEXTURE_WRAP_T]) g.texParameteri(g.TEXTURE_2D, f, g.CLAMP_TO_EDGE);
      g.framebufferTexture2D(g.FRAMEBUFFER, to, g.TEXTURE_2D, t, 0);
      return t;
    });
    g.drawBuffers([g.COLOR_ATTACHMENT0, g.COLOR_ATTACHMENT1]);
    return (frame = { w, h, buffer, textures });
  };

  return {
    canvas,
    // draw draws parts, each { grid, dye, id, covered, fits }, as they are seen: view has yaw and pitch in radians, where
    // the middle lies on the picture, how many pixels a millimetre is and which drop is the middle.
    draw({ w, h, view, parts, shadow, ink, gloss, fits }) {
      const f = sized(w, h);
      g.bindFramebuffer(g.FRAMEBUFFER, f.buffer);
      g.viewport(0, 0, w, h);
      g.enable(g.DEPTH_TEST);
      g.depthFunc(g.LEQUAL);
      g.disable(g.BLEND);
      g.clearBufferfv(g.COLOR, 0, [0, 0, 0, 0]);
      g.clearBufferfv(g.COLOR, 1, [0, 0, 0, 0]);
      g.clearBufferfv(g.DEPTH, 0, [1]);
      g.useProgram(shading.p);
      const at = shading.at;
      g.uniform4f(at("turn"), Math.sin(view.yaw), Math.cos(view.yaw), Math.sin(view.pitch), Math.cos(view.pitch));
      g.uniform4f(at("frame"), view.x, view.y, view.k, view.middle);
      g.uniform2f(at("size"), w, h);
      g.uniform3fv(at("shadow"), shadow);
      g.uniform1f(at("gloss"), gloss);
      if (fits) g.uniform4fv(at("fits"), fits);
      g.uniform1i(at("fitted"), 0);
      for (const part of parts) {
        g.uniform1i(at("fitted"), part.fitted && fits ? 1 : 0);
        const m = mesh(part.grid);
        g.uniform3fv(at("dye"), part.dye);
        g.uniform1f(at("id"), part.id / 255);
        const over = part.covered.slice(0, 4);
        g.uniform1i(at("covers"), over.length);
        if (over.length) g.uniform2fv(at("covered"), over.flat());
        g.bindVertexArray(m.array);
        g.drawElements(g.TRIANGLES, m.count, g.UNSIGNED_INT, 0);
      }
      g.bindFramebuffer(g.FRAMEBUFFER, null);
      g.viewport(0, 0, w, h);
      g.disable(g.DEPTH_TEST);
      g.clearColor(0, 0, 0, 0);
      g.clear(g.COLOR_BUFFER_BIT);
      g.useProgram(drawing.p);
      ["colours", "finds", "depths"].forEach((name, i) => {
        g.activeTexture(g.TEXTURE0 + i);
        g.bindTexture(g.TEXTURE_2D, f.textures[i]);
        g.uniform1i(drawing.at(name), i);
      });
      g.uniform2f(drawing.at("texel"), 1 / w, 1 / h);
      g.uniform3fv(drawing.at("ink"), ink);
      g.bindVertexArray(empty);
      g.drawArrays(g.TRIANGLES, 0, 3);
      g.bindVertexArray(null);
    },
    // at is the id of what is drawn at a pixel, 0 for nothing.
    at(x, y) {
      if (!frame || x < 0 || y < 0 || x >= frame.w || y >= frame.h) return 0;
      g.bindFramebuffer(g.FRAMEBUFFER, frame.buffer);
      g.readBuffer(g.COLOR_ATTACHMENT1);
      const pixel = new Uint8Array(4);
      g.readPixels(Math.floor(x), frame.h - 1 - Math.floor(y), 1, 1, g.RGBA, g.UNSIGNED_BYTE, pixel);
      g.bindFramebuffer(g.FRAMEBUFFER, null);
      return pixel[3] ? pixel[0] : 0;
    },
  };
}
