// The proof goes on while somebody is anywhere in the project, and its station says how far it is: once the work rests for
// a moment, for every edit changes all of it anew. Pictures that came in meanwhile are told to the page, which shows them.
// Not by htmx, whose events are taken for changes of the page.
import {http} from './http.js';
import {part} from './parts.js';

const RESTS = 4000;
const EVERY = 2000;
const stations = () => document.getElementById('stations');

async function draw() {
    const answer = await http(stations().dataset.draws);
    if (answer.ok && stations()) stations().outerHTML = answer.text();
}

part('body', ({on, end}) => {
    let busy = false;
    let moved = Date.now();
    const moves = () => {
        moved = Date.now();
    };
    ['pointerdown', 'keydown', 'htmx:afterRequest'].forEach((event) => on(document, event, moves, true));
    async function look() {
        if (!stations() || busy || document.hidden) return;
        busy = true;
        const {asks, pictures} = stations().dataset;
        const answer = await http(asks);
        const now = answer.ok ? answer.json() : null;
        if (now && stations() && stations().dataset.pictures === pictures && String(now.pictures) !== pictures) {
            await draw();
            document.dispatchEvent(new CustomEvent('pictures:came'));
        } else if (stations()?.querySelector('[data-follows]') && Date.now() - moved >= RESTS) await draw();
        busy = false;
    }
    const clock = setInterval(look, EVERY);
    end(() => clearInterval(clock));
    // Who has just brought some need not wait.
    on(document, 'pictures:brought', look);
});
