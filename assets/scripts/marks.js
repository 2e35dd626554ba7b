// Style for a part of a text: what is marked in a words editor gets a mark, or loses it.
import {changed} from './words.js';

const facts = () => JSON.parse(document.querySelector('[data-marks]').dataset.marks);
const plain = () => facts().plain;
const markOf = (node) => ({...plain(), ...JSON.parse(node.parentElement.closest('[data-mark]')?.dataset.mark ?? '{}')});
const isPlain = (mark) => JSON.stringify(mark) === JSON.stringify(plain());
let last = null;

document.addEventListener('selectionchange', () => {
    const selected = getSelection();
    const editor = selected.rangeCount && selected.anchorNode?.parentElement?.closest('[data-words][data-post]');
    if (editor && !selected.isCollapsed) last = {editor, range: selected.getRangeAt(0).cloneRange()};
    else if (editor) last = null;
});

function leaves(editor) {
    const found = [];
    const walk = (node) =>
        node.childNodes.forEach((child) =>
            child.nodeType === Node.TEXT_NODE || child.dataset?.part ? found.push(child) : walk(child),
        );
    walk(editor);
    return found;
}

function apply(change) {
    if (!last || !last.editor.isConnected) return;
    const {editor, range} = last;
    // Cut text at both ends of what is marked, so that every leaf is wholly in or out.
    if (range.endContainer.nodeType === Node.TEXT_NODE && range.endOffset < range.endContainer.length)
        range.endContainer.splitText(range.endOffset);
    if (range.startContainer.nodeType === Node.TEXT_NODE && range.startOffset > 0)
        range.setStart(range.startContainer.splitText(range.startOffset), 0);
    const all = leaves(editor);
    const inside = all.filter(
        (leaf) =>
            range.intersectsNode(leaf) &&
            (leaf.nodeType !== Node.TEXT_NODE || leaf.length) &&
            !(leaf === range.endContainer && range.endOffset === 0),
    );
    if (!inside.length) return;
    const first = markOf(inside[0]);
    const pieces = all.map((leaf) => ({
        leaf,
        mark: inside.includes(leaf) ? change(markOf(leaf), first) : markOf(leaf),
    }));
    editor.replaceChildren(
        ...pieces.map(({leaf, mark}) => {
            if (isPlain(mark)) return leaf;
            const span = document.createElement('span');
            span.dataset.mark = JSON.stringify(mark);
            span.append(leaf);
            return dress(span);
        }),
    );
    changed(editor);
}
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

// About how it will look, while it is being typed.
function dress(span) {
    const mark = JSON.parse(span.dataset.mark);
    Object.assign(span.style, {
        fontWeight: mark.bold ? '700' : '',
        fontStyle: mark.italic ? 'italic' : '',
        color: mark.colour ?? '',
        fontSize: mark.scale === 1 ? '' : `${mark.scale}em`,
        verticalAlign: mark.raise === 'superscript' ? 'super' : mark.raise === 'subscript' ? 'sub' : '',
    });
    return span;
}
const dressAll = () => document.querySelectorAll('[data-words] [data-mark]').forEach(dress);

document.addEventListener('pointerdown', (event) => {
    if (event.target.closest('[data-mark-set]')) event.preventDefault();
});
document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-mark-set]');
    if (button) apply(changes[button.dataset.markSet]);
});
document.addEventListener('change', (event) => {
    if (event.target.dataset?.markColour !== undefined)
        apply((mark) => ({...mark, colour: event.target.value.toUpperCase()}));
});
document.addEventListener('keydown', (event) => {
    const what = (event.ctrlKey || event.metaKey) && {b: 'bold', i: 'italic'}[event.key.toLowerCase()];
    if (what && event.target.closest?.('[data-words][data-post]')) {
        event.preventDefault();
        apply(changes[what]);
    }
});
document.addEventListener('htmx:afterSettle', dressAll);
dressAll();
