import { ringsOf } from "./solid.js";

// Arms hang from the shoulders when they are wanted: bare, and in the sleeves of what is worn over them. They are drawn by the
// same means as the form: strip makes the faces between two rings, paint fills them, turns inks where they turn away.

// What is drawn of the arm on one side, 0 left and 1 right: rows of faces from its lower end up, so that what is higher lies over it.
function limb(data, on, side, strip) {
  const sleeves = on.filter((s) => s.sleeve).map((s) => ({ i: on.indexOf(s), rings: ringsOf(s.sleeve, side ? -1 : 1) }));
  const over = sleeves.at(-1);
  const rows = [];
  const add = (rings, i, from) => {
    for (let a = 1; a < rings.length; a++) if (rings[a].d > from) rows.push(strip(rings[a - 1], rings[a], i));
  };
  // Of the arm itself only what its sleeves leave bare, from a little above their ends.
  add(ringsOf(data.arm, side ? -1 : 1), 0, over ? over.rings.at(-1).d - 5 : -Infinity);
  rows.reverse();
  if (over) {
    const sleeve = [];
    for (let a = 1; a < over.rings.length; a++) sleeve.push(strip(over.rings[a - 1], over.rings[a], over.i));
    rows.push(...sleeve.reverse());
  }
  return rows;
}

// Draws the arms that lie behind the form, or those before it.
export function arms(data, on, view, flat, behind, tools) {
  if (!view.arms || on.some((s) => s.over_arms)) return;
  [1, -1].forEach((way, side) => {
    const ring = ringsOf(data.arm, way)[0];
    const far = flat(ring.p[0], ring.p[1], 0)[2] < -40;
    if (far !== behind) return;
    const rows = limb(data, on, side, tools.strip);
    for (const row of rows) tools.paint(row);
    tools.ink(rows);
  });
}
