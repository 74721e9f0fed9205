// What the depth buffer runs: how solids are lit and dyed, how lines are ruled, and where ink goes.

export const vertex = `#version 300 es
in vec3 place;
in vec3 out_;
in vec3 more;
in vec2 on;
uniform vec4 turn;
uniform vec4 frame;
uniform vec2 size;
uniform float lift; // what is worn over another lies before it, mm
out vec3 normal;
out vec3 extra;
out vec2 cloth; // along and across it, mm
vec3 seen(vec3 p) {
  float before = p.x * turn.x - p.y * turn.y;
  return vec3(p.x * turn.y + p.y * turn.x, before * turn.z + p.z * turn.w, before * turn.w - p.z * turn.z);
}
void main() {
  vec3 q = seen(vec3(place.xy, place.z - frame.w));
  normal = seen(out_);
  extra = more;
  cloth = on;
  vec2 at = frame.xy + q.xy * frame.z;
  float near = q.z + (normal.z > 0.0 ? lift : 0.0);
  gl_Position = vec4(at.x / size.x * 2.0 - 1.0, 1.0 - at.y / size.y * 2.0, -near / 6000.0, 1.0);
}`;

export const fragment = `#version 300 es
precision highp float;
in vec3 normal;
in vec3 extra;
in vec2 cloth;
uniform vec3 dye;
uniform vec3 other; // what its stripes, checks or motifs are in
uniform vec4 repeat; // along, across, 1 for checks and stripes, 2 for motifs, 3 with a half-drop; 0 none
uniform vec3 shadow;
uniform vec4 fits[3]; // too tight, too loose, as meant
uniform float gloss;
uniform float id;
uniform float through; // how much of what is behind is seen through it
uniform int fitted;
layout(location = 0) out vec4 colour;
layout(location = 1) out vec4 found;
// How far from the middle of a repeat, 0 to 1, and how much of one a pixel is.
vec2 part(float x, float whole) {
  x = x / whole + 0.5;
  return vec2(abs(2.0 * fract(x) - 1.0), min(2.0 * fwidth(x), 1.0));
}
float band(float x, float whole) {
  vec2 p = part(x, whole);
  return mix(1.0 - smoothstep(0.5 - p.y * 0.5, 0.5 + p.y * 0.5, p.x), 0.5, smoothstep(0.6, 1.0, p.y));
}
float figured() {
  if (repeat.z < 1.5)
    return repeat.x <= 0.0 ? band(cloth.y, repeat.y) : repeat.y <= 0.0 ? band(cloth.x, repeat.x)
      : 0.5 * (band(cloth.x, repeat.x) + band(cloth.y, repeat.y));
  float way = cloth.x;
  if (repeat.z > 2.5 && (int(floor(cloth.y / repeat.y + 0.5)) & 1) != 0) way += repeat.x * 0.5;
  vec2 p = part(way, repeat.x), q = part(cloth.y, repeat.y);
  float soft = max(p.y, q.y);
  return mix(1.0 - smoothstep(0.62 - soft * 0.5, 0.62 + soft * 0.5, p.x + q.x), 0.19, smoothstep(0.6, 1.0, soft));
}
void main() {
  if (extra.z < 0.0) discard; // a neckline, an armhole, beneath an edge
  vec3 n = normalize(normal);
  bool inside = n.z < 0.0;
  if (inside) n = -n;
  float light = max(0.0, dot(n, vec3(-0.4503, -0.5003, 0.7405)));
  light *= 1.25 - 0.25 * light;
  vec3 c = repeat.z > 0.0 ? mix(dye, other, figured()) : dye;
  if (fitted > 0 && extra.y > -2.0) {
    float by = clamp(extra.y, -1.0, 1.0);
    c = mix(c, mix(fits[2].rgb, by < 0.0 ? fits[0].rgb : fits[1].rgb, abs(by)), 0.68);
  }
  c = mix(c, shadow, (1.0 - light) * 0.42);
  c = mix(c, vec3(1.0, 0.98, 0.94), max(0.0, light - 0.72) * gloss);
  c = mix(c, shadow, 0.42 * extra.x);
  if (inside) c = mix(c, shadow, 0.4);
  colour = vec4(c, 1.0 - through);
  // What it is, how far away in two parts, and how steep it stands.
  float far = gl_FragCoord.z * 255.0;
  found = vec4(id, floor(far) / 255.0, fract(far), n.z);
}`;

// Lines are quads as broad as they are meant on the picture, one for each stretch.
export const stroke = `#version 300 es
in vec3 from;
in vec3 to;
in vec3 along; // how far along it begins, at which end this corner lies and on which side
uniform vec4 turn;
uniform vec4 frame;
uniform vec2 size;
uniform float lift;
uniform float broad;
out float drop;
out float run;
vec3 seen(vec3 p) {
  float before = p.x * turn.x - p.y * turn.y;
  return vec3(p.x * turn.y + p.y * turn.x, before * turn.z + p.z * turn.w, before * turn.w - p.z * turn.z);
}
void main() {
  vec3 a = seen(vec3(from.xy, from.z - frame.w)), b = seen(vec3(to.xy, to.z - frame.w));
  vec2 p = frame.xy + a.xy * frame.z, q = frame.xy + b.xy * frame.z;
  vec2 way = q - p;
  float far = max(length(way), 0.001);
  way /= far;
  float end = along.y;
  vec2 at = mix(p, q, end) + vec2(-way.y, way.x) * broad * along.z + way * (end - 0.5) * broad * 0.6;
  float near = mix(a.z, b.z, end) + lift;
  drop = mix(from.z, to.z, end);
  run = (along.x + distance(from, to) * end) * frame.z;
  gl_Position = vec4(at.x / size.x * 2.0 - 1.0, 1.0 - at.y / size.y * 2.0, -near / 6000.0, 1.0);
}`;

export const stroked = `#version 300 es
precision highp float;
in float drop;
in float run;
uniform vec4 ink;
uniform vec2 dash;
uniform vec2 covered[4];
uniform int covers;
layout(location = 0) out vec4 colour;
void main() {
  for (int i = 0; i < covers; i++) if (drop > covered[i].x && drop < covered[i].y) discard;
  if (dash.x > 0.0 && mod(run, dash.x + dash.y) > dash.x) discard;
  colour = ink;
}`;

export const whole = `#version 300 es
void main() {
  vec2 p = vec2(float(gl_VertexID % 2) * 4.0 - 1.0, float(gl_VertexID / 2) * 4.0 - 1.0);
  gl_Position = vec4(p, 0.0, 1.0);
}`;

// Ink: where one shape ends before another, or a fold before what lies behind it.
export const inked = `#version 300 es
precision highp float;
uniform sampler2D colours;
uniform sampler2D finds;
uniform vec3 ink;
out vec4 result;
float far(vec4 w) {
  return (w.g * 255.0 + w.b) / 255.0 * 12000.0;
}
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  vec4 what = texelFetch(finds, at, 0);
  if (what.r == 0.0) {
    result = vec4(0.0);
    return;
  }
  ivec2 most_ = textureSize(finds, 0) - 1;
  float z = far(what), most = 0.0, other = 0.0;
  float steep = 2.0 * sqrt(max(0.0, 1.0 - what.a * what.a)) / max(what.a, 0.15);
  for (int i = 0; i < 4; i++) {
    ivec2 by = ivec2(i == 0 ? 1 : i == 1 ? -1 : 0, i == 2 ? 1 : i == 3 ? -1 : 0);
    vec4 w = texelFetch(finds, clamp(at + by, ivec2(0), most_), 0);
    float d = far(w) - z;
    if (w.r == 0.0 || (abs(w.r - what.r) > 0.002 && d > -0.5)) other = 1.0;
    else most = max(most, smoothstep(7.0, 16.0, d - steep));
  }
  float k = max(other * 0.9, most * 0.7);
  vec4 c = texelFetch(colours, at, 0); // with as much of the page behind as shows through
  result = mix(c, vec4(ink, 1.0), k);
}`;
