// The Compose screen: selecting, flipping, linking. The browser points and drags; the server lays out.
import {ask, box, edit, isTyping, select, selection, side, state, url, work} from './screen.js';
import {notice} from './notices.js';
import {forget} from './words.js';

const link = (layer, column) => edit('/link', {layer, column});
const KINDS = ['text', 'picture', 'code'];
// What is selected, if a column can be linked to it.
const linkable = () => selection().length === 1 && KINDS.includes(box(selection()[0])?.dataset.kind);

// Select from the lists; on the stage, stage.js does it.
document.addEventListener('click', (event) => {
    const line = event.target.closest('[data-box-select]');
    if (line) select(line.dataset.boxSelect);
});

// Once something was chosen from the tools, the next key is meant for the stage.
document.addEventListener('change', (event) => {
    if (event.target.matches('.tools select')) event.target.blur();
});

// Words
document.addEventListener('words:changed', (event) => {
    if (event.target.dataset.post)
        ask('POST', event.target.dataset.post, {
            parts: event.detail.parts,
            layer: event.target.dataset.layer ?? state().layer,
        });
});
document.addEventListener('htmx:afterSettle', () => {
    const words = document.getElementById('words');
    if (words && words !== document.activeElement) forget(words);
});

// Drag a column onto a text, or onto the bare side.
let drag = null;
document.addEventListener('pointerdown', (event) => {
    const column = event.target.closest('.column');
    if (column && event.button === 0) drag = {column, x: event.clientX, y: event.clientY, ghost: null, over: null};
});
document.addEventListener('pointermove', (event) => {
    if (!drag) return;
    if (!drag.ghost) {
        if (Math.hypot(event.clientX - drag.x, event.clientY - drag.y) < 6) return;
        drag.ghost = document.createElement('div');
        drag.ghost.className = 'ghost';
        drag.ghost.append(
            drag.column.querySelector('.cap').cloneNode(true),
            drag.column.querySelector('.h').textContent,
        );
        document.body.append(drag.ghost);
    }
    drag.ghost.style.left = `${event.clientX + 12}px`;
    drag.ghost.style.top = `${event.clientY + 8}px`;
    const under = document.elementsFromPoint(event.clientX, event.clientY);
    const over =
        under.find((e) => KINDS.includes(e.dataset?.kind) && e.matches('.box')) ??
        under.find((e) => e.id === 'side') ??
        null;
    if (over !== drag.over) {
        drag.over?.classList.remove('drop');
        over?.classList.add('drop');
        drag.over = over;
    }
});
document.addEventListener('pointerup', (event) => {
    if (!drag) return;
    const {column, ghost, over} = drag;
    drag = null;
    ghost?.remove();
    over?.classList.remove('drop');
    if (ghost && over?.id === 'side') {
        const at = side().getBoundingClientRect();
        edit('/add', {
            kind: 'placeholder',
            column: column.dataset.column,
            x: (event.clientX - at.left) / at.width,
            y: (event.clientY - at.top) / at.height,
        });
    } else if (ghost && over) {
        link(over.dataset.box, column.dataset.column);
    } else if (!ghost) {
        pick(column);
    }
});
document.addEventListener('pointercancel', () => {
    drag?.ghost?.remove();
    drag?.over?.classList.remove('drop');
    drag = null;
});
// Without a mouse: Enter on a column links it to the selected text.
document.addEventListener('keydown', (event) => {
    const column = event.target.closest?.('.column');
    if (column && (event.key === 'Enter' || event.key === ' ')) {
        event.preventDefault();
        pick(column);
    }
});
function pick(column) {
    const {layer} = state();
    if (linkable()) link(layer, column.dataset.column);
    else notice('Select a text, picture or code first, or drag the column onto one.');
}

// Keys: = and a letter links; Page Up and Page Down flip; Ctrl+Z and Ctrl+Shift+Z undo and redo.
let letters = null;
let waiting = 0;
function beginLink() {
    if (!linkable()) return notice('Select a text, picture or code first; then = and a letter links a column to it.');
    letters = '';
    document.getElementById('link-hint')?.replaceChildren('Now the letter of the column. Escape to leave it.');
}
function endLink(letter) {
    clearTimeout(waiting);
    letters = null;
    if (letter) link(state().layer, letter);
    else select(state().layer);
}
document.addEventListener('keydown', (event) => {
    const typing = isTyping(event);
    if (letters !== null) {
        event.preventDefault();
        if (/^[a-z]$/i.test(event.key)) {
            letters += event.key.toUpperCase();
            clearTimeout(waiting);
            if (Number(work().dataset.columns) <= 26) endLink(letters);
            else waiting = setTimeout(() => endLink(letters), 900);
        } else if (event.key === 'Enter' && letters) endLink(letters);
        else if (event.key !== 'Shift') endLink(null);
        return;
    }
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing) {
        event.preventDefault();
        document.getElementById(event.shiftKey ? 'redo' : 'undo').click();
        return;
    }
    if (event.key === 'PageDown' || event.key === 'PageUp') {
        event.preventDefault();
        document.getElementById(event.key === 'PageDown' ? 'row-next' : 'row-previous')?.click();
        return;
    }
    if (!typing && event.key === '=' && !event.ctrlKey && !event.metaKey) {
        event.preventDefault();
        beginLink();
    }
});
