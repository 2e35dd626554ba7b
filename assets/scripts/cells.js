// Cells of one row, changed beside its piece as in the grid: kept and tried again until the server has decided; if
// somebody else was faster, that is said, and nothing is written over. What is looked at follows when nothing waits.
import {http} from './http.js';
import {id} from './ids.js';
import {kept, saves} from './saves.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const cells = () => document.getElementById('cells');
const queue = saves(
    async ({row, name, value, seen, mark}) => {
        const answer = await http(cells().dataset.edit, {
            method: 'POST',
            json: {op: 'cells', token: mark, cells: {[row]: {[name]: value}}, seen: {[row]: {[name]: seen}}},
        });
        const told = answer.json();
        const why = kept(answer.ok && !told ? 0 : answer.status);
        return why ? {kept: why} : {ok: answer.ok, told};
    },
    ({name, value}) => `${name}: ${value}`,
);
function say(words, isBad = false) {
    const says = document.getElementById('cells-say');
    says.textContent = words;
    says.classList.toggle('state-bad', isBad);
}

part('body', ({on}) => {
    // The piece and what was found about it as they are now; what is being typed, and its caret, stay. An answer that is older
    // than the newest change, or than another look, would bring back what a cell was before.
    let changes = 0;
    let looks = 0;
    async function look() {
        looks += 1;
        const asked = [changes, looks].join();
        const answer = await http(location.href, {headers: {'X-Requested-With': ''}});
        if (!answer.ok || queue.waiting().length || asked !== [changes, looks].join()) return;
        const page = new DOMParser().parseFromString(answer.text(), 'text/html');
        for (const part of ['#bar', '.proof-piece']) {
            window.Idiomorph.morph(document.querySelector(part), page.querySelector(part), {
                ignoreActiveValue: true,
            });
            htmx.process(document.querySelector(part));
        }
        document.querySelectorAll('.mends').forEach((one) => htmx.trigger(one, 'looked'));
    }
    on(document, 'pictures:came', look);
    on(document, 'change', async ({target}) => {
        if (!target.closest('#cells')) return;
        const {seen} = target.dataset;
        // One's own next change of it is made on this one.
        target.dataset.seen = target.value;
        changes += 1;
        say(t('cells.saving'));
        const {ok, told} = await queue.keep({
            row: cells().dataset.row,
            name: target.name,
            value: target.value,
            seen,
            mark: id(),
        });
        const [refused] = told?.refused ?? [];
        if (refused) {
            target.dataset.seen = refused.now ?? target.dataset.seen;
            say(t('cells.again', {says: refused.says}), true);
        } else if (!ok) say(told?.error ?? t('cells.failed'), true);
        else if (!queue.waiting().length) look();
    });
    on(document, 'keydown', (event) => {
        if (event.key === 'Enter' && !event.shiftKey && event.target.matches('#cells textarea')) {
            event.preventDefault();
            event.target.blur();
        }
    });
});
