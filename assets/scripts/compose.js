// The Compose screen: selecting, flipping, linking. The browser points and drags; the server lays out.
import {ask, box, edit, flip, isTyping, select, selection, state, url, work} from './screen.js';
import {notice} from './notices.js';
import {carry} from './column-drag.js';
import './words.js';
import {inPlace} from './inplace.js';
import {isSample} from './compose-drop.js';
import {columnWith, editorAt, wordsOf} from './words-editor.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const link = (layer, column) => edit('/link', {layer, column});
const KINDS = ['text', 'picture', 'code'];
// What is selected, if a column can be linked to it.
const linkable = () => selection().length === 1 && KINDS.includes(box(selection()[0])?.dataset.kind);

// ---- columns of the row card: dragged onto the design, or put where the caret is
const listed = (line) => columnWith(line.dataset.column);

part('#work', ({on}) => {
    // Select from the lists; on the stage, stage.js does it.
    let byKey = false;
    on(document, 'click', (event) => {
        const line = event.target.closest('[data-box-select]');
        if (line) select(line.dataset.boxSelect);
        byKey = line && event.detail === 0;
        const flips = event.target.closest('[data-flip]');
        if (flips) flip(Number(flips.dataset.flip));
    });

    // The rule line of another layer is seen from its beginning; whoever works in the list by keys stays there.
    let shown = work().dataset.layer;
    on(document, 'htmx:afterSettle', () => {
        const {layer} = work().dataset;
        if (layer !== shown && !byKey) document.querySelector('.rule-panel').scrollTop = 0;
        shown = layer;
    });

    // Once something was chosen from the tools, the next key is meant for the stage.
    on(document, 'change', (event) => {
        if (event.target.matches('.tools select')) event.target.blur();
    });

    // ---- words: sent a moment after the last key, only the newest of each editor, and after what made their layer
    const unsent = new WeakMap();
    const saved = new WeakMap();
    on(document, 'words:changed', ({target, detail}) => {
        if (!target.dataset.post) return;
        const waiting = unsent.get(target);
        if (waiting) {
            waiting.parts = detail.parts;
            return;
        }
        const step = {parts: detail.parts};
        const {burst} = target.dataset;
        unsent.set(target, step);
        ask('POST', url('/words'), () => {
            unsent.delete(target);
            const was = saved.get(target) ?? target.dataset.parts;
            saved.set(target, step.parts);
            return target.dataset.layer ? {layer: target.dataset.layer, parts: step.parts, was, burst} : null;
        });
    });
    on(document, 'htmx:afterSettle', () =>
        document.querySelectorAll('[data-words][data-post]').forEach((one) => {
            if (!wordsOf(one).isFocused()) saved.delete(one);
        }),
    );
    on(document, 'pointerdown', (event) => {
        const line = event.target.closest('.column');
        if (line) carry(event, listed(line), {otherwise: () => pick(line)});
    });
    on(document, 'mousedown', (event) => {
        // The caret stays where it is.
        if (event.target.closest('.column') && editorAt(document.activeElement)) event.preventDefault();
    });
    // Without a mouse: Enter on a column.
    on(document, 'keydown', (event) => {
        const line = event.target.closest?.('.column');
        if (line && (event.key === 'Enter' || event.key === ' ')) {
            event.preventDefault();
            pick(line);
        }
    });
    let picked = {line: null, at: 0};
    function pick(line) {
        // The second click of a double click is the same wish.
        const again = picked.line === line.dataset.column && Date.now() - picked.at < 400;
        picked = {line: line.dataset.column, at: Date.now()};
        if (again) return;
        const typing = editorAt(document.activeElement) ?? inPlace();
        if (typing) return wordsOf(typing).insertColumn(listed(line));
        if (!linkable()) return notice(t('link.select'));
        const words = document.getElementById('words');
        if (box(selection()[0]).dataset.kind === 'text' && words && !isSample(wordsOf(words)))
            return wordsOf(words).insertColumn(listed(line));
        link(state().layer, line.dataset.column);
    }

    // ---- keys: = and a letter links; Page Up and Page Down flip; Ctrl+Z and Ctrl+Shift+Z undo and redo
    let letters = null;
    let waiting = 0;
    function beginLink() {
        if (!linkable()) return notice(t('link.select_key'));
        letters = '';
        document.getElementById('link-hint')?.replaceChildren(t('link.letter'));
    }
    function endLink(letter) {
        clearTimeout(waiting);
        letters = null;
        if (letter) link(state().layer, letter);
        else select(state().layer);
    }
    on(document, 'keydown', (event) => {
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
        if ((event.key === 'PageDown' || event.key === 'PageUp') && !event.target.closest?.('dialog')) {
            event.preventDefault();
            if (document.querySelector('[data-flip]')) flip(event.key === 'PageDown' ? 1 : -1);
            return;
        }
        if (!typing && event.key === '=' && !event.ctrlKey && !event.metaKey) {
            event.preventDefault();
            beginLink();
        }
    });
});
