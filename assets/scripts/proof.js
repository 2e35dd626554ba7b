import {token} from './saves.js';

// The light table by keys: arrows go from piece to piece, Home and End to the first and the last that are there.
const pieces = () => [...document.querySelectorAll('.lies')];
document.addEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input, select, textarea')) return;
    const all = pieces();
    const at = all.indexOf(event.target.closest('.lies'));
    if (!all.length || (at < 0 && !event.key.startsWith('Arrow'))) return;
    // As many as lie beside each other.
    const top = all[0].getBoundingClientRect().top;
    const across = Math.max(1, all.filter((one) => Math.abs(one.getBoundingClientRect().top - top) < 4).length);
    const to = {
        ArrowRight: at + 1,
        ArrowLeft: at - 1,
        ArrowDown: at < 0 ? 0 : at + across,
        ArrowUp: at - across,
        Home: 0,
        End: all.length - 1,
    }[event.key];
    if (to === undefined || (at < 0 && to !== 0)) return;
    event.preventDefault();
    all[Math.max(0, Math.min(all.length - 1, to))].focus();
});

// One piece: arrows flip, a full stop goes to the next that is to be looked at, Escape to the light table.
document.addEventListener('keydown', (event) => {
    const piece = document.querySelector('.proof-piece');
    if (!piece || event.ctrlKey || event.metaKey || event.altKey || event.target.closest('textarea, input')) return;
    if (event.key === 'Escape') window.location = piece.dataset.back;
    const to = {ArrowLeft: 'piece-before', ArrowRight: 'piece-after', '.': 'next-finding'}[event.key];
    if (to) document.getElementById(to)?.click();
});

// A cell that was changed goes in as in the grid: if somebody else was faster, that is said, and nothing is written over.
const cells = document.getElementById('cells');
cells?.addEventListener('change', async ({target}) => {
    const says = document.getElementById('cells-say');
    const row = cells.dataset.row;
    says.textContent = 'Changing it …';
    const answer = await fetch(cells.dataset.edit, {
        method: 'POST',
        headers: {'Content-Type': 'application/json', 'X-Requested-With': 'fetch', 'X-CSRF-Token': token()},
        body: JSON.stringify({
            op: 'cells',
            cells: {[row]: {[target.name]: target.value}},
            seen: {[row]: {[target.name]: target.dataset.seen}},
        }),
    }).catch(() => null);
    const told = await answer?.json().catch(() => null);
    if (answer?.ok && !told?.refused?.length) return window.location.reload();
    says.textContent = told?.refused?.length
        ? `${told.refused[0].says} Load the page again to see it.`
        : (told?.error ?? 'The server does not answer, so it is not changed yet. Try it again.');
    says.classList.add('state-bad');
});
cells?.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && !event.shiftKey && event.target.matches('textarea')) {
        event.preventDefault();
        event.target.blur();
    }
});
