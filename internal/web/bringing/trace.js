// A picture is traced: clicks become ends of known lengths, corners and places of curves. What was clicked is kept in this
// browser until it is brought in; how long anything is, and which curve fits, the server works out.

const whole = { square: 4, scale: 2, check: 2, grain: 2 };
const blank = () => ({ square: [], scale: [], check: [], grain: [], points: [], pieces: [] });

// righted is a place with its line from the one before it laid along or across, where it nearly is.
export function righted(before, at) {
  if (!before) return at;
  const [dx, dy] = [at[0] - before[0], at[1] - before[1]];
  const near = Math.tan((2.5 * Math.PI) / 180);
  if (Math.abs(dy) < Math.abs(dx) * near) return [at[0], before[1]];
  return Math.abs(dx) < Math.abs(dy) * near ? [before[0], at[1]] : at;
}

// clicked is what was clicked with one click more, and undone with one less.
export function clicked(was, mode, at) {
  const now = structuredClone(was);
  if (whole[mode]) {
    if (now[mode].length === whole[mode]) now[mode] = [];
    now[mode].push(at);
  } else now.points.push({ at, kind: mode });
  return now;
}

// sent is what was clicked as the server reads it.
export function sent(state) {
  const out = { version: 1, pieces: state.pieces };
  if (state.square.length === 4) out.square = { corners: state.square, wide_mm: 0, high_mm: 0 };
  else if (state.scale.length === 2) out.scale = { a: state.scale[0], b: state.scale[1], mm: 0 };
  if (state.check.length === 2) out.check = { a: state.check[0], b: state.check[1], mm: 0 };
  return out;
}

const element = (name, attributes) => {
  const e = document.createElementNS("http://www.w3.org/2000/svg", name);
  for (const [key, value] of Object.entries(attributes)) e.setAttribute(key, value);
  return e;
};

export function tracing() {
  const form = document.querySelector("[data-trace]");
  if (!form) return;
  const $ = (name) => form.querySelector(`[data-${name}]`);
  const [sheet, drawn, cross, view] = ["sheet", "drawn", "cross", "view"].map($);
  let state = blank(),
    past = [],
    size = [800, 600],
    large = 1,
    at = [400, 300];
  try {
    state = { ...blank(), ...JSON.parse(localStorage.getItem(form.dataset.keep) || "{}") };
  } catch {
    // what was kept can't be read: begin anew
  }
  const mode = () => form.elements.mode.value;

  function draw() {
    const out = [];
    const dot = 4 / large;
    const path = (points, cls, closed) =>
      points.length &&
      out.push(element("path", { class: cls, d: "M" + points.map((p) => p.join(" ")).join("L") + (closed ? "Z" : "") }));
    for (const of of Object.keys(whole)) {
      path(state[of], `trace-${of}`, of === "square" && state[of].length === 4);
      for (const p of state[of]) out.push(element("circle", { class: `trace-${of}`, cx: p[0], cy: p[1], r: dot }));
    }
    for (const piece of state.pieces) path(piece.points.map((p) => p.at), "trace-done", true);
    path(state.points.map((p) => p.at), "trace-line");
    state.points.forEach((p, i) => {
      const [x, y] = p.at;
      const mark = { class: "trace-point", "data-i": i };
      out.push(
        p.kind === "corner"
          ? element("rect", { ...mark, x: x - dot, y: y - dot, width: 2 * dot, height: 2 * dot })
          : element("circle", { ...mark, cx: x, cy: y, r: dot }),
      );
    });
    drawn.replaceChildren(...out);
    cross.setAttribute("transform", `translate(${at}) scale(${1 / large})`);
    for (const [of, n] of Object.entries(whole)) {
      const says = form.querySelector(`[data-n="${of}"]`);
      if (says) says.textContent = state[of].length ? `${state[of].length} of ${n}` : "";
    }
    for (const p of form.querySelectorAll("[data-asks]")) p.hidden = !state[p.dataset.asks].length && mode() !== p.dataset.asks;
    $("pieces").replaceChildren(
      ...state.pieces.map((p) =>
        Object.assign(document.createElement("li"), { textContent: `${p.name}: ${p.points.length} places${p.fold ? ", on the fold" : ""}` }),
      ),
    );
    $("close").disabled = state.points.length < 3;
    $("undo").disabled = !past.length;
  }
  const become = (next) => {
    past.push(state);
    state = next;
    localStorage.setItem(form.dataset.keep, JSON.stringify(state));
    draw();
  };
  const undo = () => {
    if (!past.length) return;
    state = past.pop();
    localStorage.setItem(form.dataset.keep, JSON.stringify(state));
    draw();
  };
  const click = (p) => {
    const before = state.points.at(-1)?.at;
    const place = mode() === "corner" && $("right").checked ? righted(before, p) : p;
    become(clicked(state, mode(), place.map((x) => Math.round(x * 10) / 10)));
  };
  const close = () => {
    if (state.points.length < 3) return;
    const name = $("name").value.trim() || `Piece ${state.pieces.length + 1}`;
    const piece = { id: `piece-${state.pieces.length + 1}`, name, points: state.points };
    if (state.grain.length === 2) piece.grain = state.grain;
    if ($("fold").checked) piece.fold = true;
    become({ ...structuredClone(state), pieces: [...state.pieces, piece], points: [], grain: [] });
    $("name").value = "";
    $("fold").checked = false;
  };
  const sized = () => {
    sheet.setAttribute("viewBox", `0 0 ${size.join(" ")}`);
    sheet.setAttribute("width", size[0] * large);
    sheet.setAttribute("height", size[1] * large);
    draw();
  };
  const place = (e) => {
    const r = sheet.getBoundingClientRect();
    return [(e.clientX - r.left) / large, (e.clientY - r.top) / large];
  };

  $("picture").addEventListener("change", (e) => {
    const file = e.target.files[0];
    if (!file) return;
    const reader = new FileReader();
    reader.addEventListener("load", () => {
      const picture = new Image();
      picture.addEventListener("load", () => {
        size = [picture.naturalWidth, picture.naturalHeight];
        large = Math.min(1, view.clientWidth / size[0]) || 1;
        at = [size[0] / 2, size[1] / 2];
        const image = $("image");
        image.setAttribute("href", reader.result);
        image.setAttribute("width", size[0]);
        image.setAttribute("height", size[1]);
        sized();
      });
      picture.addEventListener("error", () => {
        $("wrong").hidden = false;
        $("wrong").textContent = "This file is no picture that the browser can show.";
      });
      picture.src = reader.result;
    });
    reader.readAsDataURL(file);
  });
  // A place that was clicked is dragged with a finger or a mouse; elsewhere a click is one more.
  let held = null;
  sheet.addEventListener("pointerdown", (e) => {
    const i = e.target.dataset?.i;
    if (i === undefined) return;
    held = Number(i);
    past.push(structuredClone(state));
    sheet.setPointerCapture(e.pointerId);
    e.preventDefault();
  });
  sheet.addEventListener("pointermove", (e) => {
    if (held === null) return;
    state.points[held].at = place(e).map((x) => Math.round(x * 10) / 10);
    draw();
  });
  let dropped = false;
  sheet.addEventListener("pointerup", () => {
    if (held === null) return;
    held = null;
    dropped = true;
    localStorage.setItem(form.dataset.keep, JSON.stringify(state));
  });
  sheet.addEventListener("click", (e) => {
    if (dropped) {
      dropped = false;
      return;
    }
    at = place(e);
    click(at);
  });
  view.addEventListener("keydown", (e) => {
    const by = (e.shiftKey ? 10 : 1) / Math.min(large, 1);
    const way = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    if (way) at = [at[0] + way[0], at[1] + way[1]];
    else if (e.key === "Enter") click(at);
    else if (e.key === "z") undo();
    else if (e.key === "d") close();
    else if (e.key === "c" || e.key === "s") form.elements.mode.value = e.key === "c" ? "corner" : "smooth";
    else return;
    e.preventDefault();
    e.stopPropagation();
    draw();
  });
  form.addEventListener("change", draw);
  $("undo").addEventListener("click", undo);
  $("close").addEventListener("click", close);
  for (const [name, by] of [["larger", 1.3], ["smaller", 1 / 1.3]])
    $(name).addEventListener("click", () => {
      large = Math.min(8, Math.max(0.05, large * by));
      sized();
    });
  $("faint").addEventListener("input", (e) => ($("image").style.opacity = e.target.value / 100));
  form.addEventListener("submit", async (e) => {
    e.preventDefault();
    if (state.points.length > 2) close();
    const body = new FormData(form);
    body.set("trace", JSON.stringify(sent(state)));
    const wrong = $("wrong");
    try {
      const reply = await fetch(form.dataset.trace, { method: "POST", body, headers: { "X-From-Page": "1" } });
      const said = await reply.json();
      if (reply.ok) {
        localStorage.removeItem(form.dataset.keep);
        location.href = said.go;
        return;
      }
      wrong.textContent = said.message || said.error || "It could not be brought in.";
    } catch {
      wrong.textContent = "The program did not answer. What was clicked is kept.";
    }
    wrong.hidden = false;
  });
  sized();
}
