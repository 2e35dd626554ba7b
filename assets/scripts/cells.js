import {kept, saves, token} from './saves.js';

// Cells of one row, changed beside its piece as in the grid: kept and tried again until the server has decided; if
// somebody else was faster, that is said, and nothing is written over.
const cells = document.getElementById('cells');
const queue = saves(
    async ({row, name, value, seen, mark}) => {
        const answer = await fetch(cells.dataset.edit, {
            method: 'POST',
            headers: {'Content-Type': 'application/json', 'X-Requested-With': 'fetch', 'X-CSRF-Token': token()},
            body: JSON.stringify({
                op: 'cells',
                token: mark,
                cells: {[row]: {[name]: value}},
                seen: {[row]: {[name]: seen}},
            }),
        });
        const why = kept(answer.status);
        return why ? {kept: why} : {ok: answer.ok, told: await answer.json().catch(() => null)};
    },
    ({name, value}) => `${name}: ${value}`,
);
cells?.addEventListener('change', async ({target}) => {
    const says = document.getElementById('cells-say');
    says.textContent = 'Changing it …';
    const {ok, told} = await queue.keep({
        row: cells.dataset.row,
        name: target.name,
        value: target.value,
        seen: target.dataset.seen,
        mark: crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`,
    });
    if (ok && !told?.refused?.length) return window.location.reload();
    says.textContent = told?.refused?.length
        ? `${told.refused[0].says} Load the page again to see it.`
        : (told?.error ?? 'It could not be changed.');
    says.classList.add('state-bad');
});
cells?.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && !event.shiftKey && event.target.matches('textarea')) {
        event.preventDefault();
        event.target.blur();
    }
});
