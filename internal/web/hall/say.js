// Says something at the foot of the page, also to a screen reader.
let fading;
let wrong = false;

export function say(text) {
  const box = document.getElementById("say");
  box.textContent = text;
  wrong = false;
  clearTimeout(fading);
  fading = setTimeout(() => {
    box.textContent = "";
  }, 8000);
}

// sayWrong says what went wrong. It stays until something goes right again, or
// for half a minute.
export function sayWrong(text) {
  say(text);
  wrong = true;
  clearTimeout(fading);
  fading = setTimeout(calm, 30000);
}

// calm takes away what was said to be wrong, because it no longer is.
export function calm() {
  if (wrong) say("");
}
