// Says something at the foot of the page, also to a screen reader.
let fading;
export function say(text) {
  const box = document.getElementById("say");
  box.textContent = text;
  clearTimeout(fading);
  fading = setTimeout(() => { box.textContent = ""; }, 8000);
}
