// Style for a part of a text: what is marked in a words editor gets a mark, or loses it.
import {editorAt, wordsOf} from './words-editor.js';
import {part} from './parts.js';

const facts = () => JSON.parse(document.querySelector('[data-marks]').dataset.marks);
const plain = () => facts().plain;
const isPlain = (mark) => JSON.stringify(mark) === JSON.stringify(plain());
const scale = (wanted) => {
    const [least, most] = facts().scales;
    return Math.max(least, Math.min(most, Math.round(wanted * 100) / 100));
};
const changes = {
    bold: (mark, first) => ({...mark, bold: !first.bold}),
    italic: (mark, first) => ({...mark, italic: !first.italic}),
    larger: (mark) => ({...mark, scale: scale(mark.scale * 1.25)}),
    smaller: (mark) => ({...mark, scale: scale(mark.scale * 0.8)}),
    superscript: (mark, first) => ({...mark, raise: first.raise === 'superscript' ? 'none' : 'superscript'}),
    plain: () => plain(),
};

part('#work', ({on}) => {
    let last = null;

    on(document, 'selectionchange', () => {
        const element = editorAt(getSelection().anchorNode);
        if (element?.dataset.post) last = element;
    });
    // What is selected in the words gets a mark made of the one it has, or loses it.
    function apply(change) {
        if (!last?.isConnected) return;
        const words = wordsOf(last);
        const [from, to] = words.selected;
        if (from === to) return;
        words.mark(from, to, (mark, first) => {
            const made = change({...plain(), ...mark}, {...plain(), ...first});
            return isPlain(made) ? null : made;
        });
    }

    on(document, 'pointerdown', (event) => {
        if (event.target.closest('[data-mark-set]')) event.preventDefault();
    });
    on(document, 'click', (event) => {
        const button = event.target.closest('[data-mark-set]');
        if (button) apply(changes[button.dataset.markSet]);
    });
    on(document, 'change', (event) => {
        if (event.target.dataset?.markColour !== undefined)
            apply((mark) => ({...mark, colour: event.target.value.toUpperCase()}));
    });
    on(document, 'keydown', (event) => {
        const what = (event.ctrlKey || event.metaKey) && {b: 'bold', i: 'italic'}[event.key.toLowerCase()];
        if (what && event.target.closest?.('[data-words][data-post]')) {
            event.preventDefault();
            apply(changes[what]);
        }
    });
});
