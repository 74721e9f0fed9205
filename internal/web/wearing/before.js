// What a figure looked like before it was changed: kept for as long as the page's tab is open, the one before what is
// shown now.
const kept = (of) => {
  try {
    return JSON.parse(sessionStorage.getItem(of) || "null") || {};
  } catch {
    return {};
  }
};

// outermost are the rings of the layers that nothing covers, each a run from the top down.
function outermost(layers) {
  const ends = layers.map((l) => (l.rings?.length ? [l.rings[0].d, l.rings.at(-1).d] : [0, 0]));
  return layers.flatMap((l, i) => {
    const runs = [[]];
    for (const r of l.rings || []) {
      const under = ends.some(([a, b], k) => k > i && r.d > a && r.d < b);
      if (under && runs.at(-1).length) runs.push([]);
      else if (!under) runs.at(-1).push({ d: r.d, p: r.p.map(Math.round), ...(r.z && { z: r.z.map(Math.round) }) });
    }
    return runs.filter((run) => run.length > 1);
  });
}

// before keeps what a figure looks like now and gives what it looked like before its last change; null while there was none.
export function before(of, data) {
  const key = "seen " + of,
    now = outermost(data.layers),
    had = kept(key);
  if (JSON.stringify(had.now) === JSON.stringify(now)) return had.before || null;
  const was = had.now || null;
  try {
    sessionStorage.setItem(key, JSON.stringify({ now, before: was }));
  } catch {
    // Where there is no room for it there is nothing to compare with later.
  }
  return was;
}
