// A pattern of one's own on the page: an edge that is clicked is chosen in the form that is being filled in, and a change
// asks only for what it needs. The server does all the rest.

// fields shows of a form what the change that is chosen asks for.
function fields(form) {
  const chosen = form.querySelector("[data-op]").selectedOptions[0];
  const asks = chosen.dataset.fields.trim().split(" ");
  for (const part of form.querySelectorAll("[data-for], [data-only]")) {
    const { for: of, only, not } = part.dataset;
    part.hidden = only ? only !== chosen.value : not === chosen.value || !of.split(" ").some((key) => asks.includes(key));
  }
  for (const about of form.querySelectorAll("[data-about]")) about.hidden = about.dataset.about !== chosen.value;
}

// kept keeps what is typed into a field in this browser until it is sent.
function kept(area) {
  const key = `bring-${location.pathname}-${area.name}`;
  area.value ||= localStorage.getItem(key) || "";
  area.addEventListener("input", () => localStorage.setItem(key, area.value));
  area.form.addEventListener("submit", () => localStorage.removeItem(key));
}

export function bringing() {
  for (const area of document.querySelectorAll(".bring-form textarea")) kept(area);
  const example = document.querySelector("[data-example]");
  if (example) {
    example.hidden = false;
    example.addEventListener("click", () => {
      for (const area of example.form.querySelectorAll("textarea")) area.value ||= area.placeholder;
    });
  }
  const own = document.querySelector("[data-own]");
  if (!own) return;
  const selects = [...document.querySelectorAll("select[data-edges]")];
  const seen = (s) => !s.closest("[hidden]");
  let next = selects[0];
  const mark = () => {
    const chosen = new Set(selects.filter(seen).map((s) => s.value));
    for (const edge of own.querySelectorAll("[data-edge]")) edge.classList.toggle("chosen", chosen.has(edge.dataset.edge));
  };
  const ops = document.querySelector("[data-ops]");
  fields(ops);
  ops.addEventListener("change", () => {
    fields(ops);
    mark();
  });
  for (const s of selects) {
    s.addEventListener("focus", () => (next = s));
    s.addEventListener("change", mark);
  }
  const choose = (edge) => {
    next.value = edge.dataset.edge;
    const those = selects.filter((s) => s.form === next.form && seen(s));
    next = those[(those.indexOf(next) + 1) % those.length];
    mark();
  };
  own.addEventListener("click", (e) => {
    const edge = e.target.closest("[data-edge]");
    if (edge) choose(edge);
  });
  own.addEventListener("keydown", (e) => {
    const edge = e.target.closest("[data-edge]");
    if (!edge || (e.key !== "Enter" && e.key !== " ")) return;
    e.preventDefault();
    choose(edge);
  });
  mark();
}
