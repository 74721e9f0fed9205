// Where points of the figure lie on the page: a parallel projection, true to scale from every side. Nothing here
// draws.
export const deg = Math.PI / 180;

// project gives where a point lies for a turn and a tilt in degrees: to the right, down, and towards who looks.
export const project = (yaw, pitch) => {
  const [sy, cy, sp, cp] = [Math.sin(yaw * deg), Math.cos(yaw * deg), Math.sin(pitch * deg), Math.cos(pitch * deg)];
  return (x, y, drop) => [x * cy + y * sy, (x * sy - y * cy) * sp + drop * cp, (x * sy - y * cy) * cp - drop * sp];
};

// ringAt is a layer's ring at any drop between its ends; null beyond them.
export const ringAt = (rings, drop) => {
  for (let i = 1; i < rings.length; i++) {
    const a = rings[i - 1],
      b = rings[i];
    if (drop >= a.d && drop <= b.d) {
      const k = (drop - a.d) / Math.max(b.d - a.d, 1e-6);
      return { p: a.p.map((x, j) => x + (b.p[j] - x) * k) };
    }
  }
  return null;
};

// bound gives every layer its upper and lower end: between them it hides what is under it. A lower edge that is not
// level does so down to its highest point only, a neckline from its lowest on.
export const bound = (shapes, data = {}) => {
  for (const s of shapes) {
    s.crotch = data.crotch;
    const whole = s.rings.filter((r) => !r.z && !r.m?.some((m) => m < 1) && !(s.legs && r.d > s.crotch));
    if (whole.length) [s.top, s.bottom] = [whole[0].d, whole.at(-1).d];
    else if (s.rings.length) [s.top, s.bottom] = [s.rings[0].d, s.rings[0].d];
  }
};

// placed are a ring's points on the page, worked out once for every turn of the view.
export const placed = (ring, P, turn) => {
  if (ring.turn !== turn) {
    ring.turn = turn;
    ring.on = [];
    for (let j = 0; j < ring.p.length; j += 2) {
      ring.on.push(P(ring.p[j], ring.p[j + 1], ring.z ? ring.z[j / 2] : ring.d));
    }
  }
  return ring.on;
};

// nearHalf are the runs of a ring's points that look this way.
export const nearHalf = (ring, P, near) => {
  const m = ring.p.length / 2,
    runs = [];
  let run = [];
  const seen = (j) => near(ring.p[2 * j], ring.p[2 * j + 1]);
  let start = 0;
  for (let j = 0; j < m; j++) if (!seen(j) && seen((j + 1) % m)) start = j + 1;
  for (let j = 0; j <= m; j++) {
    const q = (start + j) % m;
    if (seen(q) && !(j === m && !seen((start + m - 1) % m))) {
      run.push(P(ring.p[2 * q], ring.p[2 * q + 1], ring.z ? ring.z[q] : ring.d));
    } else if (run.length) {
      runs.push(run);
      run = [];
    }
  }
  if (run.length > 1) runs.push(run);
  return runs;
};

// inside tells whether a place on the page lies in a face.
export const inside = (face, x, y) => {
  let odd = false;
  const pts = [face.A, face.B, face.C, face.D];
  for (let i = 0, j = 3; i < 4; j = i++) {
    const a = pts[i],
      b = pts[j];
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) odd = !odd;
  }
  return odd;
};
