// Lines of the drafted figure are moved by hand: seams and darts slide round it along the rings of their garment, necklines,
// armholes and lower edges go up and down, until they are let go; then the number is kept and the figure drawn anew.
import { send } from "./edits.js";
import { sayWrong } from "./say.js";

// A line moved by so many mm of what it is pulled by: towards the back along its garment's rings, by as much as the ring is
// larger than the one at the waist; or each point down or out by its own share.
function slid(line, pull, layer, ringAt, by) {
  const out = [];
  const waist = round(ringAt(layer.rings, 0)) || 1;
  for (let i = 0; i < line.p.length; i += 3) {
    let [x, y, d] = line.p.slice(i, i + 3);
    if (pull.way === "out") x += Math.sign(x) * by * pull.w[i / 3];
    else if (pull.way === "down") d += by * pull.w[i / 3];
    else {
      const ring = ringAt(layer.rings, d);
      [x, y] = (ring && along(ring.p, x, y, ((by * round(ring)) / waist) * Math.sign(x || 1))) || [x, y];
    }
    out.push(x, y, d);
  }
  return out;
}

function round(ring) {
  if (!ring) return 0;
  const p = ring.p,
    n = p.length;
  let sum = 0;
  for (let i = 0; i < n; i += 2) sum += Math.hypot(p[(i + 2) % n] - p[i], p[(i + 3) % n] - p[i + 1]);
  return sum;
}

// The point of a ring so far round from the one nearest to x, y: towards the back on the left.
function along(p, x, y, by) {
  const n = p.length;
  let best = Infinity,
    from = 0,
    part = 0,
    area = 0;
  for (let i = 0; i < n; i += 2) {
    const [ax, ay, bx, by2] = [p[i], p[i + 1], p[(i + 2) % n], p[(i + 3) % n]];
    area += ax * by2 - bx * ay;
    const l = (bx - ax) ** 2 + (by2 - ay) ** 2 || 1;
    const t = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by2 - ay)) / l));
    const off = Math.hypot(ax + (bx - ax) * t - x, ay + (by2 - ay) * t - y);
    if (off < best) [best, from, part] = [off, i, t];
  }
  let left = by * (area > 0 ? 1 : -1),
    i = from,
    t = part;
  for (let k = 0; k < n; k++) {
    const a = [p[i], p[i + 1]],
      b = [p[(i + 2) % n], p[(i + 3) % n]];
    const l = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const to = t + left / (l || 1);
    if (to >= 0 && to <= 1) return [a[0] + (b[0] - a[0]) * to, a[1] + (b[1] - a[1]) * to];
    if (to > 1) [left, i, t] = [left - (1 - t) * l, (i + 2) % n, 0];
    else {
      left += t * l;
      i = (i + n - 2) % n;
      t = 1;
    }
  }
  return null;
}

// What can be grabbed at a place of the page: the nearest line that moves and looks this way, by what moves it most there.
function grab(lines, place, near, x, y) {
  let best = 9,
    found = null;
  for (const { line, layer } of lines) {
    let last = null;
    for (let i = 0; i < line.p.length; i += 3) {
      const here = near(line.p[i], line.p[i + 1]) ? place(line.p[i], line.p[i + 1], line.p[i + 2]) : null;
      if (here && last) {
        const [dx, dy] = [here[0] - last[0], here[1] - last[1]];
        const t = Math.min(1, Math.max(0, ((x - last[0]) * dx + (y - last[1]) * dy) / (dx * dx + dy * dy || 1)));
        const off = Math.hypot(last[0] + dx * t - x, last[1] + dy * t - y);
        if (off < best) [best, found] = [off, { line, layer, i }];
      }
      last = here;
    }
  }
  if (!found) return null;
  const share = (pull) => Math.abs(pull.w ? pull.w[found.i / 3] : 1);
  found.pull = found.line.pulls.reduce((a, b) => (share(b) > share(a) ? b : a));
  return share(found.pull) > 0.15 ? found : null;
}

// How far the grabbed line must be moved to lie under the pointer, within what it may.
function slideTo(held, ringAt, place, x, y) {
  const [now, low, high] = held.pull.moved;
  const point = { p: held.line.p.slice(held.i, held.i + 3) };
  const pull = { ...held.pull, w: held.pull.w && [held.pull.w[held.i / 3]] };
  const side = held.pull.way === "down" ? 1 : 0,
    at = [x, y][side];
  let best = 0,
    off = Infinity;
  for (let by = low - now; by <= high - now + 1e-9; by += 0.5) {
    const q = slid(point, pull, held.layer, ringAt, by);
    const d = Math.abs(place(q[0], q[1], q[2])[side] - at);
    if (d < off) [off, best] = [d, by];
  }
  return best;
}

// What is being done, in the reader's unit.
function tells(held, by) {
  const mm = held.pull.moved[0] + by;
  const far =
    document.body.dataset.unit === "in"
      ? `${(Math.abs(mm) / 25.4).toFixed(2)} in`
      : `${(Math.abs(mm) / 10).toFixed(1)} cm`;
  return `${held.pull.name}: ${mm < -0.05 ? "−" : ""}${far}`;
}

// Keeps where a line was moved to, and draws the pieces as they then are.
async function keep(ensemble, held, by, pieces) {
  const layer = `${ensemble}/layers/${held.layer.id}`;
  try {
    const a = await send(layer + "/settings", {
      key: held.pull.key,
      value: (held.pull.moved[0] + by).toFixed(1) + " mm",
      was: JSON.stringify(held.pull.was ?? null),
    });
    held.pull.was = JSON.parse(a.fields[held.pull.key].was);
    const box = document.createElement("template");
    box.innerHTML = a.parts?.["draft-sheet"] || "";
    const sheet = box.content.querySelector("svg.sheet");
    if (sheet)
      pieces.replaceChildren(
        sheet,
        Object.assign(document.createElement("a"), { href: layer + "/draft", textContent: "To its draft" }),
      );
    pieces.hidden = !sheet;
    return true;
  } catch (err) {
    sayWrong("Not kept: " + err.message);
    return false;
  }
}

// While a line is dragged its pieces follow, one answer at a time; what it is let go at is kept last.
function following(ensemble, pieces) {
  let busy = Promise.resolve(true),
    waits = null;
  return (held, by) => {
    if (waits) {
      waits.by = by;
      return busy;
    }
    const now = (waits = { by });
    busy = busy.then(() => {
      waits = null;
      return keep(ensemble, held, now.by, pieces);
    });
    return busy;
  };
}

const pulledBy = (line, key) => line.pulls?.find((p) => p.key === key);

// The lines of the outermost garment can be grabbed on the canvas. figure gives the canvas, where
// things are on it, which garment is outermost and how the figure is fetched and drawn anew.
export function draggable(figure) {
  let moving = null;
  const follow = following(figure.ensemble, figure.pieces);
  const under = (e) => {
    const r = figure.canvas.getBoundingClientRect(),
      layer = figure.layer(),
      view = figure.view();
    const lines = (layer?.lines || []).filter((l) => l.pulls).map((line) => ({ line, layer }));
    return view && lines.length ? grab(lines, view.P, view.near, e.clientX - r.left, e.clientY - r.top) : null;
  };
  return {
    holds: (layer, line) => moving !== null && moving.layer === layer && pulledBy(line, moving.pull.key) !== undefined,
    slid: (line, layer) => ({
      ...line,
      p: slid(line, pulledBy(line, moving.pull.key), layer, figure.ringAt, moving.by),
    }),
    grabbed(e) {
      const line = under(e);
      if (!line) return false;
      if (moving) return false; // what was let go is still being kept
      moving = { ...line, by: 0 };
      figure.canvas.setPointerCapture(e.pointerId);
      figure.redraw();
      return true;
    },
    moved(e) {
      if (moving?.released) return false;
      if (!moving) {
        const over = under(e);
        figure.canvas.style.cursor = over ? (over.pull.way === "down" ? "ns-resize" : "ew-resize") : "";
        return false;
      }
      const r = figure.canvas.getBoundingClientRect();
      moving.by = slideTo(moving, figure.ringAt, figure.view().P, e.clientX - r.left, e.clientY - r.top);
      figure.says.textContent = tells(moving, moving.by);
      moving.sent = true;
      follow(moving, moving.by);
      figure.redraw();
      return true;
    },
    async letGo() {
      const had = moving;
      if (!had || had.released) return;
      had.released = true;
      if (had.sent && (await follow(had, had.by))) await figure.anew();
      moving = null;
      figure.redraw();
    },
  };
}
