// A cloth of the stash: its pieces are drawn on by clicking corners, swatches
// and photos are sent, and what follows comes back drawn.
import { redraw, send, settle } from "./edits.js";
import { say, sayWrong } from "./say.js";

const NS = "http://www.w3.org/2000/svg";

export function stash() {
  const page = document.querySelector("[data-stash]");
  if (!page) return;
  const base = page.dataset.stash;
  const problem = (text) => {
    const p = page.querySelector("#stash-pieces > [data-problem]");
    if (p) p.textContent = text;
  };

  async function post(path, fields) {
    try {
      const a = await send(base + path, fields);
      redraw(a.parts);
      settle(page, a.fields, null);
      problem("");
      return true;
    } catch (err) {
      problem(err.message);
      return err;
    }
  }

  // Marking: corners are clicked one after another; the first again, or Enter,
  // closes the shape.
  let marking = null;
  const at = (svg, e) => {
    const m = svg.getScreenCTM().inverse();
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(m);
    return [p.x, -p.y];
  };
  function draw() {
    const { svg, corners, cross } = marking;
    svg.querySelector(".marking")?.remove();
    const g = document.createElementNS(NS, "g");
    g.setAttribute("class", "marking");
    const px = Number(svg.dataset.px);
    const line = document.createElementNS(NS, "path");
    line.setAttribute("d", corners.length ? "M" + corners.map(([x, y]) => `${x} ${-y}`).join("L") : "");
    g.append(line);
    for (const [x, y] of corners) {
      const dot = document.createElementNS(NS, "circle");
      dot.setAttribute("cx", x);
      dot.setAttribute("cy", -y);
      dot.setAttribute("r", 4 * px);
      g.append(dot);
    }
    if (cross) {
      const c = document.createElementNS(NS, "path");
      c.setAttribute("d", `M${cross[0] - 9 * px} ${-cross[1]}h${18 * px}M${cross[0]} ${-cross[1] - 9 * px}v${18 * px}`);
      g.append(c);
    }
    svg.append(g);
  }
  const tell = (text) => {
    const p = marking?.box.querySelector("[data-mark-says]");
    if (p) p.textContent = text;
  };
  function begin(box, kind) {
    cancel();
    const svg = box.querySelector("svg");
    marking = { box, svg, kind, corners: [], cross: [Number(svg.dataset.length) / 2, Number(svg.dataset.width) / 2] };
    svg.classList.add("being-marked");
    tell(
      kind === "flaw"
        ? "Click round the flaw; the first corner again, or Enter, closes it. Escape gives up."
        : "Click the corners of the cloth in order; the first again, or Enter, closes it. Escape gives up.",
    );
    box.querySelector(".cloth-box").focus();
  }
  function cancel() {
    if (!marking) return;
    tell("");
    marking.svg.querySelector(".marking")?.remove();
    marking.svg.classList.remove("being-marked");
    marking = null;
  }
  async function close() {
    const { box, kind, corners } = marking;
    if (corners.length < 3) return tell("Three corners at least.");
    const round = corners.map(([x, y]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]);
    let name = "";
    cancel();
    if (kind === "flaw") name = "";
    await post("/pieces", { do: kind, piece: box.dataset.piece, corners: JSON.stringify(round), name });
  }
  function corner(p) {
    const px = Number(marking.svg.dataset.px);
    const [first] = marking.corners;
    if (first && marking.corners.length > 2 && Math.hypot(first[0] - p[0], first[1] - p[1]) < 9 * px) return close();
    marking.corners.push(p);
    draw();
    tell(
      `${marking.corners.length} ${marking.corners.length === 1 ? "corner" : "corners"}. The first again, or Enter, closes it.`,
    );
  }

  page.addEventListener("click", (e) => {
    const box = e.target.closest(".stash-piece");
    const svg = e.target.closest("svg.being-marked");
    if (svg && marking) return corner(at(svg, e));
    const b = e.target.closest("button");
    if (!b) return;
    if (b.dataset.mark) begin(box, b.dataset.mark);
    else if (b.dataset.square !== undefined) post("/pieces", { do: "outline", piece: box.dataset.piece, corners: "" });
    else if (b.dataset.remove !== undefined) post("/pieces", { do: "remove", piece: box.dataset.piece });
    else if (b.dataset.unflaw !== undefined)
      post("/pieces", { do: "unflaw", piece: box.dataset.piece, flaw: b.dataset.unflaw });
    else if (b.dataset.unswatch !== undefined) post("/swatches", { do: "remove", swatch: b.dataset.unswatch });
    else if (b.dataset.trace !== undefined) trace(b);
  });
  page.addEventListener(
    "keydown",
    (e) => {
      if (!marking || !e.target.closest(".cloth-box")) return;
      const px = Number(marking.svg.dataset.px) * (e.shiftKey ? 20 : 4);
      const way = { ArrowLeft: [-px, 0], ArrowRight: [px, 0], ArrowUp: [0, px], ArrowDown: [0, -px] }[e.key];
      if (!way && !["Enter", " ", "Escape"].includes(e.key)) return;
      e.preventDefault();
      e.stopPropagation();
      if (way) {
        marking.cross = [marking.cross[0] + way[0], marking.cross[1] + way[1]];
        draw();
      } else if (e.key === " ") corner([...marking.cross]);
      else if (e.key === "Enter") close();
      else cancel();
    },
    true,
  );

  page.addEventListener("change", async (e) => {
    const t = e.target;
    if (t.dataset.pieceName !== undefined)
      post("/pieces", { do: "name", piece: t.closest(".stash-piece").dataset.piece, name: t.value });
    if (t.dataset.outlineFile !== undefined && t.files[0]) {
      const piece = t.closest(".stash-piece").dataset.piece;
      try {
        const r = await fetch(base + "/outline.svg", {
          method: "POST",
          body: t.files[0],
          headers: { "X-From-Page": "1" },
        });
        const a = await r.json();
        if (!r.ok) throw new Error(a.error);
        await post("/pieces", { do: "outline", piece, corners: JSON.stringify(a.corners) });
      } catch (err) {
        problem(err.message);
      }
    }
    if (t.dataset.photoPost && t.files[0]) {
      try {
        const r = await fetch(t.dataset.photoPost, {
          method: "POST",
          body: t.files[0],
          headers: { "X-From-Page": "1" },
        });
        const a = await r.json();
        if (!r.ok) throw new Error(a.error);
        location.reload();
      } catch (err) {
        sayWrong("Not kept: " + err.message);
      }
    }
  });
  document.addEventListener("submit", async (e) => {
    const form = e.target;
    if (form.matches("[data-swatch-post]")) {
      e.preventDefault();
      const p = form.parentElement.querySelector("[data-problem]");
      const r = await post("/swatches", new FormData(form));
      if (r !== true) {
        problem("");
        p.textContent = r.message;
      }
    } else if (form.matches("[data-stash-do]")) {
      e.preventDefault();
      if ((await post("/pieces", new FormData(form))) === true) form.reset();
    }
  });

  // On a photo two points give the scale; then the corners are clicked in
  // order, and the shape becomes a new piece.
  let traced = null;
  function trace(button) {
    const photo = page.querySelector("[data-photo]");
    const says = page.querySelector("[data-trace-says]");
    const marks = photo.querySelector(".photo-marks");
    const img = photo.querySelector("img");
    if (traced) return finish();
    traced = { points: [] };
    button.textContent = "Close the shape";
    marks.setAttribute("viewBox", `0 0 ${img.naturalWidth} ${img.naturalHeight}`);
    says.textContent = "Click the first of two points whose distance you know.";
    photo.classList.add("being-marked");
    photo.onclick = (e) => {
      const r = img.getBoundingClientRect();
      const k = img.naturalWidth / r.width;
      traced.points.push([(e.clientX - r.left) * k, (e.clientY - r.top) * k]);
      const n = traced.points.length;
      const size = img.naturalWidth / r.width;
      marks.innerHTML = "";
      const add = (name, attrs) => {
        const el = document.createElementNS(NS, name);
        for (const [a, v] of Object.entries(attrs)) el.setAttribute(a, v);
        marks.append(el);
      };
      traced.points.forEach(([x, y], i) => add("circle", { cx: x, cy: y, r: 5 * size, class: i < 2 ? "scale" : "" }));
      if (n > 3)
        add("path", {
          d:
            "M" +
            traced.points
              .slice(2)
              .map((p) => p.join(" "))
              .join("L"),
        });
      if (n === 1) says.textContent = "Now the second.";
      else if (n === 2) {
        says.innerHTML = '<label>How far are they apart? <input class="input short" data-apart autocomplete="off"></label>' +
          " Then click the corners in order.";
        says.querySelector("input").focus();
      }
    };
    async function finish() {
      const apart = says.querySelector("[data-apart]")?.value;
      const [a, b, ...rest] = traced.points;
      if (!apart || rest.length < 3) {
        say("Two points, their distance, and three corners at least.");
        return;
      }
      const pixels = Math.hypot(a[0] - b[0], a[1] - b[1]);
      const r = await post("/pieces", {
        do: "trace",
        apart,
        pixels: String(pixels),
        corners: JSON.stringify(rest.map(([x, y]) => [x, -y])),
        name: "traced from the photo",
      });
      if (r !== true) {
        sayWrong(r.message);
        return;
      }
      traced = null;
      photo.onclick = null;
      photo.classList.remove("being-marked");
      marks.innerHTML = "";
      button.textContent = "Trace a shape on the photo";
      says.textContent = "It is a new piece, above.";
    }
  }
}
