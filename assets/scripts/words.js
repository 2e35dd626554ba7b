// Words with columns in them: an editable line where each column is a key-cap that cannot be mistyped.
// The server gets a list of parts ({words} or {column, shown, one, other, source}) and writes the pattern.
import './menus.js';

export function partsOf(editor) {
    const parts = [];
    const add = (part, mark) => parts.push(mark ? {...part, mark} : part);
    const words = (text, mark) => {
        if (text === '') return;
        const last = parts[parts.length - 1];
        if (last && 'words' in last && JSON.stringify(last.mark ?? null) === JSON.stringify(mark)) last.words += text;
        else add({words: text}, mark);
    };
    const walk = (node, mark) => {
        for (const child of node.childNodes) {
            if (child.nodeType === Node.TEXT_NODE) words(child.data.replace(/\u200B/g, ''), mark);
            else if (child.dataset?.part) add(JSON.parse(child.dataset.part), mark);
            else if (child.nodeName === 'BR') words('\n', mark);
            else if (child.nodeName === 'DIV') {
                words('\n', mark);
                walk(child, mark);
            } else walk(child, child.dataset?.mark ? JSON.parse(child.dataset.mark) : mark);
        }
    };
    walk(editor, null);
    return parts;
}

// How a column is shown, in a word; as the dialog of key-caps has it.
const brief = (shown) => document.querySelector(`#chip-shown [value="${shown}"]`)?.dataset.brief;

export function chip(part, letter, heading) {
    const element = document.createElement('span');
    element.className = 'chip';
    element.contentEditable = 'false';
    element.tabIndex = 0;
    element.setAttribute('role', 'button');
    element.title = 'How this column is shown';
    element.dataset.part = JSON.stringify(part);
    const cap = document.createElement('span');
    cap.className = 'cap';
    cap.textContent = letter;
    element.append(cap, ' ', heading);
    if (brief(part.shown)) {
        const small = document.createElement('small');
        small.textContent = brief(part.shown);
        element.append(' ', small);
    }
    return element;
}

// Where the caret last stood in each editor; choosing from a list takes the focus away.
const carets = new WeakMap();
document.addEventListener('selectionchange', () => {
    const selection = getSelection();
    const editor =
        selection.anchorNode?.parentElement?.closest?.('[data-words]') ??
        (selection.anchorNode?.dataset?.words !== undefined ? selection.anchorNode : null);
    if (editor && selection.rangeCount) carets.set(editor, selection.getRangeAt(0).cloneRange());
});

export function insertColumn(editor, {key, letter, heading, source}) {
    let range = carets.get(editor);
    if (!range || !editor.contains(range.startContainer)) {
        range = document.createRange();
        range.selectNodeContents(editor);
        range.collapse(false);
    }
    range.deleteContents();
    range.insertNode(chip({column: key, shown: 'as-written', one: '', other: '', source}, letter, heading));
    changed(editor);
}

// Editors tell of a change once: when they are left, or after an insertion.
export function changed(editor) {
    const now = JSON.stringify(partsOf(editor));
    if (now === remembered.get(editor)) return;
    remembered.set(editor, now);
    editor.dispatchEvent(new CustomEvent('words:changed', {bubbles: true, detail: {parts: now}}));
}
const remembered = new WeakMap();
document.addEventListener('focusin', (event) => {
    const editor = event.target.closest?.('[data-words]');
    if (editor && !remembered.has(editor)) remembered.set(editor, JSON.stringify(partsOf(editor)));
});
export const forget = (editor) => remembered.set(editor, JSON.stringify(partsOf(editor)));

document.addEventListener('focusout', (event) => {
    const editor = event.target.closest?.('[data-words]');
    if (editor && !editor.contains(event.relatedTarget)) changed(editor);
});
document.addEventListener('keydown', (event) => {
    const focused = event.target.closest?.('.chip');
    if (focused && (event.key === 'Enter' || event.key === ' ')) {
        event.preventDefault();
        openChip(focused);
        return;
    }
    const editor = event.target.closest?.('[data-words]');
    if (!editor) return;
    if (
        event.key === 'Enter' &&
        (event.ctrlKey || event.metaKey || editor.getAttribute('aria-multiline') === 'false')
    ) {
        event.preventDefault();
        changed(editor);
    }
    if (event.key === 'Escape') editor.blur();
});
document.addEventListener('click', (event) => {
    const item = event.target.closest('[data-insert]');
    if (!item) return;
    const {insert} = item.dataset;
    insertColumn(
        (insert === 'words' && document.getElementById('words-in-place')) || document.getElementById(insert),
        item.dataset,
    );
});

// The dialog that says how a column is shown.
const dialog = document.getElementById('chip-dialog');
const field = (id) => document.getElementById(`chip-${id}`);
let open = null;

function reveal() {
    field('counted').hidden = field('shown').value !== 'counted';
    field('own').hidden = field('shown').value !== 'own';
}
function openChip(element) {
    open = element;
    const part = JSON.parse(element.dataset.part);
    field('title').textContent = [...element.childNodes]
        .filter((n) => n.nodeName !== 'SMALL')
        .map((n) => n.textContent)
        .join('')
        .trim();
    field('shown').value = part.shown;
    field('one').value = part.one;
    field('other').value = part.other;
    field('source').value = part.source;
    reveal();
    dialog.showModal();
}
document.addEventListener('click', (event) => {
    const element = event.target.closest('[data-words] .chip');
    if (element && dialog) openChip(element);
});
field('shown')?.addEventListener('change', reveal);
dialog?.addEventListener('close', () => {
    if (!open || !['ok', 'remove'].includes(dialog.returnValue)) {
        open = null;
        return;
    }
    const editor = open.closest('[data-words]');
    if (dialog.returnValue === 'remove') open.remove();
    else {
        const part = JSON.parse(open.dataset.part);
        Object.assign(part, {
            shown: field('shown').value,
            one: field('one').value,
            other: field('other').value,
            source: field('source').value,
        });
        open.dataset.part = JSON.stringify(part);
    }
    open = null;
    changed(editor);
});
field('ok')?.form.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' && event.target.matches('input, select')) {
        event.preventDefault();
        field('ok').click();
    }
});
