// The columns offered at the caret while somebody types the name of one.
import {begunBefore, columnsLike} from './words-columns.js';

const MOST = 8;
let list = null;
let words = null;
let begun = null;
let found = [];
let at = 0;

export function withdraw() {
    if (!words) return;
    list.hidePopover();
    words.element.removeAttribute('aria-activedescendant');
    words = null;
}
function element() {
    if (list?.isConnected) return list;
    list = Object.assign(document.createElement('ul'), {
        id: 'column-offers',
        className: 'column-offers',
        popover: 'manual',
    });
    list.setAttribute('role', 'listbox');
    list.setAttribute('aria-label', 'Columns');
    // The caret stays where it is.
    list.addEventListener('pointerdown', (event) => {
        event.preventDefault();
        const item = event.target.closest('[role="option"]');
        if (item) take(Number(item.dataset.offer));
    });
    document.body.append(list);
    return list;
}
function draw() {
    element().replaceChildren(
        ...found.map((column, i) => {
            const item = document.createElement('li');
            item.id = `offer-${i}`;
            item.dataset.offer = i;
            item.setAttribute('role', 'option');
            item.setAttribute('aria-selected', String(i === at));
            const cap = Object.assign(document.createElement('span'), {
                className: 'cap',
                textContent: column.letter ?? '+',
            });
            item.append(cap, column.isNew ? `New placeholder “${column.heading}”` : column.heading);
            return item;
        }),
    );
    list.showPopover();
    const caret = getSelection().getRangeAt(0).getBoundingClientRect();
    const near = caret.height ? caret : words.element.getBoundingClientRect();
    const below = near.bottom + list.offsetHeight + 8 < innerHeight;
    Object.assign(list.style, {
        left: `${Math.max(8, Math.min(near.left, innerWidth - list.offsetWidth - 8))}px`,
        top: `${below ? near.bottom + 4 : Math.max(8, near.top - list.offsetHeight - 4)}px`,
    });
    words.element.setAttribute('aria-controls', list.id);
    words.element.setAttribute('aria-activedescendant', `offer-${at}`);
}
export function offer(editor) {
    const [from, to] = editor.selected;
    begun = from === to ? begunBefore(editor.atoms, to) : null;
    found = begun ? columnsLike(editor, begun.text).slice(0, MOST) : [];
    if (!found.length) return withdraw();
    words = editor;
    at = 0;
    draw();
}
function take(i) {
    const [editor, column] = [words, found[i]];
    const {from} = begun;
    withdraw();
    editor.insertColumn(column, from, editor.selected[1]);
}
// Whether the key was meant for the list.
export function offersKey(event) {
    if (!words || event.ctrlKey || event.metaKey || event.altKey) return false;
    const step = {ArrowDown: 1, ArrowUp: -1}[event.key];
    if (step) at = (at + step + found.length) % found.length;
    else if (event.key !== 'Enter' && event.key !== 'Tab' && event.key !== 'Escape') return false;
    event.preventDefault();
    event.stopImmediatePropagation();
    if (step) draw();
    else if (event.key === 'Escape') withdraw();
    else take(at);
    return true;
}
