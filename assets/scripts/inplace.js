// Words typed on the stage: the editor of words with columns, laid over the text in about its own style. The core sets
// the true lines while one types. A text that was just added takes typing at once, before the server has answered.
import {box, edit, select, selection, page, work} from './screen.js';
import {wordsOf} from './words-editor.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const state = {
    open: null,
};

export const SAMPLE = 'Text';
const HOLDS = '.marks, .words-foot, .row-card, .column-offers, dialog, [role="menu"]';
const STAND = {top: 'start', middle: 'center', bottom: 'end'};
const ALIGN = {left: 'left', centre: 'center', right: 'right', justify: 'justify'};

export const inPlace = () => state.open?.element ?? null;
const layerOf = () => state.open?.element.dataset.layer ?? '';

function dress(element, style, scale) {
    const drawn = document.querySelector(`#layer-${layerOf()} text`);
    Object.assign(element.style, {
        alignContent: STAND[style.verticalAlign] ?? 'center',
        textAlign: ALIGN[style.align] ?? 'left',
        fontFamily: `"${style.family}"`,
        fontWeight: style.weight,
        fontStyle: style.italic ? 'italic' : 'normal',
        fontSize: `${Number(drawn?.getAttribute('font-size') ?? style.size) * scale}px`,
        color: style.colour,
        lineHeight: style.lineHeight ?? '1.2',
    });
}
const scale = () => page().getBoundingClientRect().width / Number(work().dataset.width);

function begin({layer, name, parts, style, at, isNew = false}) {
    leave();
    const element = document.createElement('div');
    Object.assign(element, {id: 'words-in-place', className: 'words in-place', contentEditable: 'plaintext-only'});
    Object.assign(element.dataset, {words: '', parts: JSON.stringify(parts), layer, post: '1'});
    if (work().dataset.fields !== undefined) element.dataset.fields = '';
    Object.entries({
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': t('words.in_place', {layer: name}),
    }).forEach(([attribute, value]) => element.setAttribute(attribute, value));
    element.spellcheck = false;
    Object.assign(element.style, at);
    state.open = {element, style, isNew, hidden: null};
    page().append(element);
    dress(element, style, scale());
    hide();
    return wordsOf(element);
}
// The drawn words would show through those that are typed.
function hide() {
    if (!state.open) return;
    const layer = document.getElementById(`layer-${layerOf()}`);
    if (layer) layer.style.opacity = '0';
}
const place = ({style: {left, top, width, height, transform}}) => ({left, top, width, minHeight: height, transform});

// Opens the words of a text; `caret` says where: all of them selected, a place, or null for no caret at all.
export function openWords(target, caret = 'all') {
    const {parts, style} = JSON.parse(target.dataset.text);
    if (layerOf() === target.dataset.box) return wordsOf(state.open.element);
    const words = begin({layer: target.dataset.box, name: target.title, parts, style, at: place(target)});
    if (caret === 'all') {
        // Where there are columns, more is added at the end; plain words are typed anew.
        if (words.atoms.some(({part}) => part)) words.select(words.atoms.length);
        else words.selectAll();
    } else if (caret !== null) words.select(caret);
    return words;
}
export async function typeInPlace(target) {
    if (selection().join() !== target.dataset.box) select([target.dataset.box]);
    openWords(target);
}
export function addText() {
    const {width, height} = work().dataset;
    const size = Math.min(width, height) / 16;
    const share = (value, whole) => `${(100 * value) / whole}%`;
    const words = begin({
        layer: '',
        name: SAMPLE,
        parts: [{words: SAMPLE}],
        style: {
            family: 'IBM Plex Sans',
            weight: 400,
            size,
            colour: '#17211E',
            align: 'centre',
            verticalAlign: 'middle',
        },
        at: {
            left: '20%',
            top: share(height / 2 - size * 0.8, height),
            width: '60%',
            minHeight: share(size * 1.6, height),
        },
        isNew: true,
    });
    words.selectAll();
    const {element} = words;
    edit('/add', {kind: 'text'}).then(({status}) => {
        if (status !== 200) return leave();
        // What was added is what is selected now; what was typed meanwhile follows it.
        element.dataset.layer = selection().join();
        if (state.open?.element === element) follow();
        return null;
    });
}
// A text that was added and nothing done to yet.
export const isUntouched = () =>
    Boolean(state.open?.isNew) &&
    wordsOf(state.open.element)
        .atoms.map(({char}) => char)
        .join('') === SAMPLE;
// In dots, before the server has the frame.
export function standAt({x, y, width, height}) {
    const {width: w, height: h} = work().dataset;
    Object.assign(state.open.element.style, {
        left: `${(100 * x) / w}%`,
        top: `${(100 * y) / h}%`,
        width: `${(100 * width) / w}%`,
        minHeight: `${(100 * height) / h}%`,
    });
}
// The box may have moved and the words have another size by now.
function follow() {
    if (!state.open) return;
    const target = box(layerOf());
    if (target?.dataset.text) {
        state.open.style = JSON.parse(target.dataset.text).style;
        Object.assign(state.open.element.style, place(target));
        dress(state.open.element, state.open.style, scale());
    }
    hide();
}

export function leave() {
    if (!state.open) return;
    const {element, isNew} = state.open;
    const words = wordsOf(element);
    words.tellNow();
    state.open = null;
    element.remove();
    const layer = document.getElementById(`layer-${element.dataset.layer}`);
    if (layer) layer.style.opacity = '';
    // A new text in which nothing was left is none.
    if (isNew && !words.atoms.length) edit('/remove', () => element.dataset.layer && {layer: element.dataset.layer});
}

part('#work', ({on}) => {
    on(document, 'htmx:afterSwap', follow);
    on(document, 'zoomed', follow);
    on(document, 'focusout', (event) => {
        if (!state.open?.element.contains(event.target)) return;
        const to = event.relatedTarget;
        if (
            state.open.element.contains(to) ||
            to?.closest?.(HOLDS) ||
            document.querySelector('dialog[open]') ||
            !document.hasFocus()
        )
            return;
        // A press on bare paper takes the focus nowhere and ends the typing as well; what a script does not.
        leave();
    });
    on(
        document,
        'pointerdown',
        ({target}) => {
            if (state.open && !state.open.element.contains(target) && !target.closest?.(HOLDS)) leave();
        },
        true,
    );
    // Until Escape or a click elsewhere, letters are words, wherever the focus went.
    on(
        window,
        'keydown',
        (event) => {
            if (
                !state.open ||
                state.open.element.contains(event.target) ||
                event.target.closest?.(`input, select, textarea, ${HOLDS}`)
            )
                return;
            const isLetter = event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey;
            if (!isLetter && event.key !== 'Backspace' && event.key !== 'Enter') return;
            event.preventDefault();
            event.stopPropagation();
            const words = wordsOf(state.open.element);
            words.select(...words.selected);
            if (isLetter) words.type(event.key);
        },
        true,
    );

    // Escape in a field of the rule line, or in words, gives the keys back to the stage; a second one lets the layer go.
    on(document, 'keydown', (event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        const field = event.target.closest?.(
            '.rule-panel input, .rule-panel select, .rule-panel textarea, .compose [data-words]',
        );
        if (!field) return;
        event.preventDefault();
        event.stopImmediatePropagation();
        if (field.defaultValue !== undefined && field.type !== 'checkbox') field.value = field.defaultValue;
        const id = field.dataset.layer || selection()[0];
        leave();
        const target = id && box(id);
        if (target) target.focus();
        else field.blur();
    });
});
