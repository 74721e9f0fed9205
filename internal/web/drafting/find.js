// Finds garments and ready stacks by what is typed: those stay in which every word begins a word, or stands within one.
const plain = (text) => text.toLowerCase().replace(/[‘’']/g, "").replace(/\s+/g, " ");

export function finder() {
  for (const ask of document.querySelectorAll("[data-find]")) {
    const place = document.getElementById(ask.dataset.find);
    const told = ask.parentElement.querySelector("[role=status]");
    const all = [...place.querySelectorAll("li")];
    const words = new Map(all.map((one) => [one, plain(one.textContent + " " + (one.dataset.words ?? ""))]));
    const families = [...place.querySelectorAll("details")];
    let before = null; // which families stood open
    ask.parentElement.hidden = false;
    ask.addEventListener("input", () => {
      const asked = plain(ask.value).trim().split(" ").filter(Boolean);
      before ??= families.map((f) => f.open);
      let found = 0;
      for (const one of all) {
        one.hidden = !asked.every((w) => words.get(one).includes(w));
        if (!one.hidden) found++;
      }
      families.forEach((f, i) => {
        const some = [...f.querySelectorAll("li")].some((one) => !one.hidden);
        f.hidden = !some;
        f.open = asked.length ? some : before[i];
      });
      if (!asked.length) before = null;
      told.textContent = asked.length === 0 ? "" : found === 0 ? "nothing; try fewer letters or another word" : `${found} found`;
    });
    ask.addEventListener("keydown", (e) => {
      if (e.key !== "Escape" || ask.value === "") return;
      ask.value = "";
      ask.dispatchEvent(new Event("input"));
      e.stopPropagation();
    });
  }
}
