// The columns offered at the caret while somebody types the name of one.
import {begunBefore, columnsLike} from './words-columns.js';
import {t} from './sentences.js';

const state = {
    list: null,
    words: null,
    begun: null,
    found: [],
    at: 0,
};

const MOST = 8;

export function withdraw() {
    if (!state.words) return;
    state.list.hidePopover();
    state.words.element.removeAttribute('aria-activedescendant');
    state.words = null;
}
function element() {
    if (state.list?.isConnected) return state.list;
    state.list = Object.assign(document.createElement('ul'), {
        id: 'column-offers',
        className: 'column-offers',
        popover: 'manual',
    });
    state.list.setAttribute('role', 'listbox');
    state.list.setAttribute('aria-label', t('words.columns'));
    // The caret stays where it is.
    state.list.addEventListener('pointerdown', (event) => {
        event.preventDefault();
        const item = event.target.closest('[role="option"]');
        if (item) take(Number(item.dataset.offer));
    });
    document.body.append(state.list);
    return state.list;
}
function draw() {
    element().replaceChildren(
        ...state.found.map((column, i) => {
            const item = document.createElement('li');
            item.id = `offer-${i}`;
            item.dataset.offer = i;
            item.setAttribute('role', 'option');
            item.setAttribute('aria-selected', String(i === state.at));
            const cap = Object.assign(document.createElement('span'), {
                className: 'cap',
                textContent: column.letter ?? '+',
            });
            item.append(cap, column.isNew ? t('words.new', {name: column.heading}) : column.heading);
            return item;
        }),
    );
    state.list.showPopover();
    const caret = getSelection().getRangeAt(0).getBoundingClientRect();
    const near = caret.height ? caret : state.words.element.getBoundingClientRect();
    const below = near.bottom + state.list.offsetHeight + 8 < innerHeight;
    Object.assign(state.list.style, {
        left: `${Math.max(8, Math.min(near.left, innerWidth - state.list.offsetWidth - 8))}px`,
        top: `${below ? near.bottom + 4 : Math.max(8, near.top - state.list.offsetHeight - 4)}px`,
    });
    state.words.element.setAttribute('aria-controls', state.list.id);
    state.words.element.setAttribute('aria-activedescendant', `offer-${state.at}`);
}
export function offer(editor) {
    const [from, to] = editor.selected;
    state.begun = from === to ? begunBefore(editor.atoms, to) : null;
    state.found = state.begun ? columnsLike(editor, state.begun.text).slice(0, MOST) : [];
    if (!state.found.length) return withdraw();
    state.words = editor;
    state.at = 0;
    draw();
}
function take(i) {
    const [editor, column] = [state.words, state.found[i]];
    const {from} = state.begun;
    withdraw();
    editor.insertColumn(column, from, editor.selected[1]);
}
// Whether the key was meant for the list.
export function offersKey(event) {
    if (!state.words || event.ctrlKey || event.metaKey || event.altKey) return false;
    const step = {ArrowDown: 1, ArrowUp: -1}[event.key];
    if (step) state.at = (state.at + step + state.found.length) % state.found.length;
    else if (event.key !== 'Enter' && event.key !== 'Tab' && event.key !== 'Escape') return false;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (step) draw();
    else if (event.key === 'Escape') withdraw();
    else take(state.at);
    return true;
}
