// Listens and draws; every number comes from the server.
import { edits } from "./edits.js";
import { keys } from "./keys.js";
import { pan } from "./pan.js";
import { lights } from "./lights.js";
import { clock } from "./clock.js";
import { figure } from "./figure.js";
import { lace } from "./lace.js";
import { look } from "./look.js";
import { widths } from "./widths.js";
import { laying } from "./laying.js";
import { trying } from "./trying.js";
import { hand } from "./hand.js";
import { stash } from "./stash.js";
import { seams } from "./seams.js";
import { words } from "./words.js";
import { bench } from "./bench.js";
import { along } from "./along.js";
import { sequence } from "./sequence.js";
import { reckon } from "./reckon.js";
import { odds } from "./odds.js";
import { day } from "./day.js";
import { pending } from "./pending.js";
import { beginnings } from "./beginnings.js";
import { finder } from "./find.js";
import { cards } from "./cards.js";
import { bringing } from "./bringing.js";
import { tracing } from "./trace.js";

edits();
keys();
pan();
lights();
clock();
lace();
look();
widths();
laying();
trying();
hand();
stash();
words();
seams();
figure();
beginnings();
finder();
bench();
along();
sequence();
odds();
day();
reckon();
bringing();
tracing();

// A choice that needs no button of its own.
document.addEventListener("change", (e) => {
  if (e.target.matches("[data-submit]")) e.target.form.requestSubmit();
});
document.addEventListener("click", (e) => {
  if (e.target.closest("[data-print]")) window.print();
  if (e.target.closest("#ask-keys")) document.getElementById("keys").showModal();
});

// On a narrow page the station in hand may lie off the edge of the row.
// Wider letters that come later move the stations along: then once more.
const inView = () =>
  document.querySelector(".stations [aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
inView();
document.fonts?.ready.then(inView);

pending();
cards();
