// Shortcuts. They rest while something is being typed.
export function keys() {
  document.addEventListener("keydown", (e) => {
    if (e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === "Escape" && e.target.matches("input, textarea, select")) return e.target.blur();
    if (e.target.closest("input, textarea, select, dialog[open]")) return;
    const go = (sel) => {
      const el = document.querySelector(sel);
      if (el) {
        e.preventDefault();
        el.click();
      }
    };
    if (e.key >= "1" && e.key <= "9") return go(`.stations [data-key="${e.key}"]`);
    switch (e.key) {
      case "?":
        return go("#ask-keys");
      case "/": {
        // what do you want to know?
        e.preventDefault();
        const ask = document.querySelector("[data-reckon-ask]");
        return ask ? ask.focus() : location.assign("/reckon#r-q");
      }
      case "u":
        return go('[data-switch="unit"] button');
      case "z":
        return go("[data-undo]");
      case "l":
        return go("[data-lengths]");
      case "d":
        return go("[data-done]");
      case "t":
        return go(".timer");
      case "[":
      case "]": {
        const all = [...document.querySelectorAll(".stack li[data-layer] a")]; // outermost first
        const now = all.findIndex((a) => a.hasAttribute("aria-current"));
        const next = all[now < 0 ? all.length - 1 : now + (e.key === "]" ? -1 : 1)];
        if (next) next.click();
      }
    }
  });
}
