// Words with columns in them: what keys, the clipboard, menus and the mouse do in an editor. What is in it, and where the
// caret is, words-editor.js keeps; what is offered while one types a column's name, words-offers.js.
import {bracesIn, columnNamed} from './words-columns.js';
import {editorAt, wordsOf} from './words-editor.js';
import {offer, offersKey, withdraw} from './words-offers.js';
import './words-chip.js';
import './words-drag.js';
import './menus.js';
import {part} from './parts.js';

export const allEditors = () => document.querySelectorAll('[data-words]');
const wake = () => allEditors().forEach((element) => wordsOf(element).takeOver());

// ---- what is typed
// One line break; where there is only one line it is the end of it.
function enter(words) {
    if (!words.isOneLine) return words.type('\n', false);
    words.tellNow();
    words.element.dispatchEvent(new CustomEvent('words:entered', {bubbles: true}));
}
const COMPOSED = ['insertCompositionText', 'deleteCompositionText', 'insertFromComposition'];
const typed = {
    insertText: (words, {data}) => words.type(data ?? ''),
    insertReplacementText: (words, event) => words.type(event.data ?? event.dataTransfer?.getData('text/plain') ?? ''),
    insertParagraph: enter,
    insertLineBreak: enter,
    historyUndo: (words) => words.step(true),
    historyRedo: (words) => words.step(false),
};
// What the browser would delete; a column whole, and never the room beside it instead.
function take(words, range, way) {
    let [from, to] = words.selected;
    if (from === to && range) {
        from = words.placeOf(range.startContainer, range.startOffset);
        to = words.placeOf(range.endContainer, range.endOffset);
    }
    if (from === to)
        [from, to] = way < 0 ? [Math.max(0, from - 1), from] : [from, Math.min(words.atoms.length, from + 1)];
    words.remove(from, to);
    offer(words);
}
// A closed brace that names a column becomes that column.
function close(words) {
    const [end] = words.selected;
    const name = bracesIn(words.atoms, end);
    const column = name && columnNamed(words, name.text);
    if (column) words.insertColumn(column, name.from, end);
}
// One character or column on, whatever room is beside it and whichever way the words run.
function go(words, way, how) {
    const selection = getSelection();
    const place = () => words.placeOf(selection.focusNode, selection.focusOffset);
    const before = place();
    const wasCollapsed = selection.isCollapsed;
    for (let i = 0; i < 3; i += 1) {
        selection.modify(how, way, 'character');
        if (place() !== before || (how === 'move' && !wasCollapsed)) break;
    }
    words.remember();
}

// ---- the clipboard: words go as words, columns in braces; between editors they go as they are
const KIND = 'application/x-morphea-words';
const plain = (words, parts) =>
    parts
        .map(
            (part) =>
                part.words ??
                `{${words.columns.find(({key}) => key === part.column)?.heading ?? part.field ?? part.column}}`,
        )
        .join('');
// Braces that name a column are that column.
function withColumns(words, text) {
    return text.split(/(\{[^{}\n]{1,120}\})/).flatMap((piece) => {
        const column = piece.startsWith('{') && columnNamed(words, piece.slice(1, -1));
        if (column)
            return [
                {column: column.key ?? '', field: column.field, shown: 'as-written', one: '', other: '', source: ''},
            ];
        return piece ? [{words: piece}] : [];
    });
}

part('body', ({on}) => {
    on(document, 'htmx:afterSettle', wake);
    wake();

    // ---- the caret
    on(document, 'selectionchange', () => {
        const element = editorAt(getSelection().anchorNode);
        if (element) wordsOf(element).remember();
    });
    let last = null;
    on(document, 'focusin', ({target}) => {
        const element = editorAt(target);
        if (element && element !== last) element.dataset.burst = Math.random().toString(36).slice(2, 10);
        last = element;
    });
    on(document, 'focusout', (event) => {
        const element = editorAt(event.target);
        if (!element || element.contains(event.relatedTarget)) return;
        wordsOf(element).tellNow();
        withdraw();
        wordsOf(element).takeOver();
    });

    // Words that were typed a moment ago are on their way before the page goes.
    on(window, 'beforeunload', () => last && last.isConnected && wordsOf(last).tellNow(), true);
    on(document, 'beforeinput', (event) => {
        const element = editorAt(event.target);
        if (!element || COMPOSED.includes(event.inputType) || event.isComposing) return;
        event.preventDefault();
        const words = wordsOf(element);
        words.remember();
        const [range] = event.getTargetRanges();
        if (event.inputType.startsWith('delete'))
            return take(words, range, event.inputType.endsWith('Forward') ? 1 : -1);
        if (event.inputType === 'insertReplacementText' && range)
            words.select(
                words.placeOf(range.startContainer, range.startOffset),
                words.placeOf(range.endContainer, range.endOffset),
            );
        typed[event.inputType]?.(words, event);
        if (event.inputType !== 'insertText') return withdraw();
        if (event.data === '}') close(words);
        offer(words);
    });
    on(document, 'compositionend', ({target}) => {
        const element = editorAt(target);
        if (element) setTimeout(() => wordsOf(element).read());
    });

    // ---- keys
    on(document, 'keydown', (event) => {
        const element = editorAt(event.target);
        if (!element || event.isComposing) return;
        const words = wordsOf(element);
        const control = event.ctrlKey || event.metaKey;
        if (offersKey(event)) return;
        if (control && event.key.toLowerCase() === 'z') {
            event.preventDefault();
            words.step(!event.shiftKey);
        } else if (control && event.key.toLowerCase() === 'y') {
            event.preventDefault();
            words.step(false);
        } else if (control && event.key === 'Enter') {
            event.preventDefault();
            words.tellNow();
        } else if (event.altKey && event.key === 'Enter') {
            event.preventDefault();
            const [place] = words.selected;
            const at = [place, place - 1].find((one) => words.atoms[one]?.part);
            element.querySelector(`.chip[data-at="${at}"]`)?.click();
        } else if (!control && !event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
            event.preventDefault();
            go(words, event.key === 'ArrowLeft' ? 'left' : 'right', event.shiftKey ? 'extend' : 'move');
            withdraw();
        }
    });
    ['copy', 'cut'].forEach((type) =>
        on(document, type, (event) => {
            const element = editorAt(event.target) ?? editorAt(getSelection().anchorNode);
            if (!element) return;
            const words = wordsOf(element);
            words.remember();
            const [from, to] = words.selected;
            if (from === to) return;
            event.preventDefault();
            const parts = words.between(from, to);
            event.clipboardData.setData('text/plain', plain(words, parts));
            event.clipboardData.setData(KIND, JSON.stringify(parts));
            if (type === 'cut') words.remove(from, to);
        }),
    );
    on(document, 'paste', (event) => {
        const element = editorAt(event.target);
        if (!element) return;
        event.preventDefault();
        const words = wordsOf(element);
        words.remember();
        const parts = event.clipboardData.getData(KIND);
        const text = event.clipboardData.getData('text/plain').replace(/\r\n?/g, '\n').replace(/\n$/, '');
        if (parts) words.insert(JSON.parse(parts));
        else if (text) words.insert(withColumns(words, text));
    });

    // ---- the menu of columns beside an editor
    on(document, 'click', ({target}) => {
        const item = target.closest('[data-insert]');
        if (!item) return;
        const element =
            (item.dataset.insert === 'words' && document.getElementById('words-in-place')) ||
            document.getElementById(item.dataset.insert);
        wordsOf(element).insertColumn(item.dataset);
    });
});
