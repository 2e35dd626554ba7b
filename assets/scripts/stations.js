// The proof goes on while somebody is anywhere in the project, and its station says how far it is: once the work rests for
// a moment, for every edit changes all of it anew. Not by htmx, whose events are taken for changes of the page.
const RESTS = 4000;
let busy = false;
let moved = Date.now();
const moves = () => {
    moved = Date.now();
};
['pointerdown', 'keydown', 'htmx:afterRequest'].forEach((event) => document.addEventListener(event, moves, true));
setInterval(async () => {
    const follows = document.querySelector('#stations [data-follows]')?.dataset.follows;
    if (!follows || busy || document.hidden || Date.now() - moved < RESTS) return;
    busy = true;
    const answer = await fetch(follows, {headers: {'X-Requested-With': 'fetch'}}).catch(() => null);
    const here = document.getElementById('stations');
    if (answer?.ok && here?.querySelector('[data-follows]')) here.outerHTML = await answer.text();
    busy = false;
}, 2000);
