// One editor of words with columns in them. It holds a list of atoms, each a character or a column, and draws them; the
// browser only says where the caret is and what was typed. A column stands as a chip that cannot be mistyped.
// The server gets and gives a list of parts ({words} or {column, shown, one, other, source}), each with an optional mark.
import {t} from './sentences.js';

const state = {
    // The columns there are, as the page has them: {key, letter, heading, source, kind}.
    list: {text: null, all: []},
};

// Room for the caret beside chips at an edge, beside each other, and on an empty last line; never part of the words.
const ROOM = '\u200B';
const MOST_STEPS = 200;
const ONE_GO = 900;

const same = (a, b) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
const brief = (shown) => document.querySelector(`#chip-shown [value="${shown}"]`)?.dataset.brief;

export const atomsOf = (parts) =>
    parts.flatMap(({mark = null, ...part}) =>
        'words' in part
            ? [...Array(part.words.length).keys()].map((i) => ({char: part.words[i], mark}))
            : [{part, mark}],
    );
function partsOf(atoms) {
    const parts = [];
    for (const {char, part, mark} of atoms) {
        const last = parts.at(-1);
        if (part) parts.push(mark ? {...part, mark} : {...part});
        else if (last && 'words' in last && same(last.mark, mark)) last.words += char;
        else parts.push(mark ? {words: char, mark} : {words: char});
    }
    return parts;
}

// About how marked words will look, while they are being typed.
function dress(span, mark) {
    span.dataset.mark = JSON.stringify(mark);
    Object.assign(span.style, {
        fontWeight: mark.bold ? '700' : '',
        fontStyle: mark.italic ? 'italic' : '',
        color: mark.colour ?? '',
        fontSize: mark.scale === 1 ? '' : `${mark.scale}em`,
        verticalAlign: mark.raise === 'superscript' ? 'super' : mark.raise === 'subscript' ? 'sub' : '',
    });
    return span;
}
function columnList() {
    const text = document.getElementById('word-columns')?.textContent ?? '[]';
    if (text !== state.list.text) state.list = {text, all: JSON.parse(text)};
    return state.list;
}
export const columnWith = (wanted) => columnList().all.find(({key}) => key === wanted);

const editors = new WeakMap();
// The editor an element is; made the first time it is asked for.
export const wordsOf = (element) => {
    if (!editors.has(element)) editors.set(element, new WordsEditor(element));
    return editors.get(element);
};
export const editorAt = (node) =>
    (node?.nodeType === Node.TEXT_NODE ? node.parentElement : node)?.closest?.('[data-words]') ?? null;

class WordsEditor {
    constructor(element) {
        this.element = element;
        // Where the caret is, or was when the editor was left; choosing from a menu takes the focus away.
        this.from = this.to = Infinity;
        this.fill(JSON.parse(element.dataset.parts ?? '[]'));
    }

    // ---- what is in it
    fill(parts) {
        this.seen = this.element.dataset.parts;
        this.atoms = atomsOf(parts);
        this.past = [];
        this.future = [];
        this.told = this.asText();
        this.from = this.to = this.atoms.length;
        this.draw();
    }
    get parts() {
        return partsOf(this.atoms);
    }
    between(from, to) {
        return partsOf(this.atoms.slice(from, to));
    }
    asText() {
        return JSON.stringify(this.parts);
    }
    get columns() {
        const {without} = this.element.dataset;
        return without ? columnList().all.filter(({key}) => key !== without) : columnList().all;
    }
    get isOneLine() {
        return this.element.getAttribute('aria-multiline') !== 'true';
    }
    isFocused() {
        return this.element.contains(document.activeElement);
    }
    // The page was drawn anew: its words are taken over where nobody is typing here, and columns may have other names.
    takeOver() {
        if (this.isFocused() || this.told !== this.asText()) return;
        const wanted = JSON.parse(this.element.dataset.parts ?? '[]');
        if (this.element.dataset.parts !== this.seen && !same(partsOf(atomsOf(wanted)), this.parts)) this.fill(wanted);
        else if (this.drawn !== columnList().text) this.draw();
        this.seen = this.element.dataset.parts;
    }

    // ---- drawing
    draw() {
        const nodes = [];
        this.drawn = columnList().text;
        const columns = Object.fromEntries(this.columns.map((one) => [one.key, one]));
        let run = '';
        const flush = (mark) => {
            if (run === '') return;
            const text = document.createTextNode(run);
            if (mark) {
                const span = dress(document.createElement('span'), mark);
                span.append(text);
                nodes.push(span);
            } else nodes.push(text);
            run = '';
        };
        this.atoms.forEach(({char, part, mark}, i) => {
            const before = this.atoms[i - 1];
            if (part) {
                flush(before?.mark);
                if (!before || before.part) nodes.push(document.createTextNode(ROOM));
                const chip = this.chip(part, columns[part.column], i);
                nodes.push(mark ? this.marked(chip, mark) : chip);
            } else {
                if (!same(before?.mark, mark)) flush(before?.mark);
                run += char;
            }
        });
        const last = this.atoms.at(-1);
        flush(last?.mark);
        if (last?.part || last?.char === '\n') nodes.push(document.createTextNode(ROOM));
        this.element.replaceChildren(...nodes);
    }
    marked(chip, mark) {
        const span = dress(document.createElement('span'), mark);
        span.append(chip);
        return span;
    }
    chip(part, column, index) {
        const chip = document.createElement('span');
        chip.className = 'chip';
        chip.contentEditable = 'false';
        chip.tabIndex = -1;
        chip.setAttribute('role', 'button');
        chip.dataset.at = index;
        const isKnown = Boolean(column) || part.field;
        chip.title = t(isKnown ? 'words.shown' : 'words.unknown');
        const cap = document.createElement('span');
        cap.className = isKnown ? 'cap' : 'cap look';
        cap.textContent = column?.letter ?? (part.field ? '·' : '?');
        chip.append(cap, ` ${column?.heading ?? part.field ?? part.column}`);
        if (brief(part.shown)) {
            const small = document.createElement('small');
            small.textContent = brief(part.shown);
            chip.append(' ', small);
        }
        return chip;
    }

    // ---- places: how many atoms stand before a point of the page, and back
    leaves() {
        const found = [];
        const walk = (node) =>
            node.childNodes.forEach((child) =>
                child.nodeType === Node.TEXT_NODE || child.classList?.contains('chip')
                    ? found.push(child)
                    : walk(child),
            );
        walk(this.element);
        return found;
    }
    static length(leaf) {
        return leaf.nodeType === Node.TEXT_NODE ? leaf.data.replaceAll(ROOM, '').length : 1;
    }
    placeOf(node, offset) {
        const point = document.createRange();
        point.setStart(node, offset);
        let place = 0;
        for (const leaf of this.leaves()) {
            if (leaf === node) return place + leaf.data.slice(0, offset).replaceAll(ROOM, '').length;
            const isAround = leaf.contains(node);
            const end = [...leaf.parentNode.childNodes].indexOf(leaf) + 1;
            if (!isAround && point.comparePoint(leaf.parentNode, end) > 0) return place;
            place += WordsEditor.length(leaf);
            // Inside of a chip is behind it.
            if (isAround) return place;
        }
        return place;
    }
    pointAt(place) {
        let before = 0;
        let best = null;
        for (const leaf of this.leaves()) {
            const length = WordsEditor.length(leaf);
            if (leaf.nodeType === Node.TEXT_NODE && place >= before && place <= before + length) {
                let [i, seen] = [0, 0];
                while (i < leaf.length && (seen < place - before || leaf.data[i] === ROOM)) {
                    if (leaf.data[i] !== ROOM) seen += 1;
                    i += 1;
                }
                best = [leaf, i];
                // At the border of two the caret stands in the later, behind a chip.
                if (place < before + length) return best;
            }
            before += length;
        }
        return best ?? [this.element, this.element.childNodes.length];
    }
    remember() {
        const selection = getSelection();
        if (!selection.rangeCount || editorAt(selection.anchorNode) !== this.element) return;
        const range = selection.getRangeAt(0);
        this.from = this.placeOf(range.startContainer, range.startOffset);
        this.to = range.collapsed ? this.from : this.placeOf(range.endContainer, range.endOffset);
    }
    get selected() {
        const most = this.atoms.length;
        return [Math.min(this.from, most), Math.min(this.to, most)];
    }
    select(from, to = from) {
        [this.from, this.to] = [from, to];
        if (!this.isFocused()) this.element.focus({preventScroll: true});
        getSelection().setBaseAndExtent(...this.pointAt(from), ...this.pointAt(to));
    }
    selectAll() {
        this.select(0, this.atoms.length);
    }

    // ---- changes
    replace(from, to, atoms, typed = false) {
        const now = Date.now();
        const last = this.past.at(-1);
        // What is typed in one go is one step back.
        const goesOn = typed && last?.typed && from === to && from === last.end && now - last.at < ONE_GO;
        if (!goesOn) this.past.push({atoms: this.atoms, from: this.from, to: this.to, typed});
        Object.assign(this.past.at(-1), {at: now, end: from + atoms.length});
        if (this.past.length > MOST_STEPS) this.past.shift();
        this.future = [];
        this.atoms = [...this.atoms.slice(0, from), ...atoms, ...this.atoms.slice(to)];
        this.draw();
        this.select(from + atoms.length);
        this.tell(typed);
    }
    markAt(place) {
        return (this.atoms[place - 1] ?? this.atoms[place])?.mark ?? null;
    }
    type(text, typed = true) {
        const [from, to] = this.selected;
        const words = this.isOneLine ? text.replace(/\s*\n\s*/g, ' ') : text;
        const mark = from < to ? this.atoms[from].mark : this.markAt(from);
        this.replace(from, to, atomsOf([{words, mark}]), typed);
    }
    insert(parts, from = this.selected[0], to = this.selected[1]) {
        const mark = this.markAt(from);
        const atoms = atomsOf(parts).map((one) => ({...one, mark: one.mark ?? mark}));
        this.replace(
            from,
            to,
            this.isOneLine ? atoms.map((one) => (one.char === '\n' ? {...one, char: ' '} : one)) : atoms,
        );
    }
    insertColumn(column, from, to) {
        const {key, field, source} = column;
        const named = field ? {column: '', field} : {column: key};
        this.insert([{...named, shown: 'as-written', one: '', other: '', source: source ?? ''}], from, to);
    }
    remove(from, to) {
        if (from < to) this.replace(from, to, []);
    }
    change(index, part) {
        const {mark} = this.atoms[index];
        this.replace(index, index + 1, [{part, mark}]);
    }
    mark(from, to, change) {
        const first = this.atoms[from]?.mark;
        const atoms = this.atoms.slice(from, to).map((one) => ({...one, mark: change(one.mark, first)}));
        this.replace(from, to, atoms);
        this.select(from, to);
    }
    step(back) {
        const [here, there] = back ? [this.past, this.future] : [this.future, this.past];
        const step = here.pop();
        if (!step) return;
        there.push({atoms: this.atoms, from: this.from, to: this.to});
        this.atoms = step.atoms;
        this.draw();
        this.select(...[step.from, step.to].map((place) => Math.min(place, this.atoms.length)));
        this.tell(false);
    }
    // What the browser wrote by itself, as while a word is composed.
    read() {
        const atoms = [];
        const old = this.atoms;
        for (const leaf of this.leaves()) {
            const mark = leaf.parentElement.closest('[data-mark]');
            const own = mark && this.element.contains(mark) ? JSON.parse(mark.dataset.mark) : null;
            if (leaf.nodeType === Node.TEXT_NODE)
                atoms.push(...atomsOf([{words: leaf.data.replaceAll(ROOM, ''), mark: own}]));
            else atoms.push({part: old[leaf.dataset.at].part, mark: own});
        }
        if (same(partsOf(atoms), this.parts)) return;
        this.remember();
        this.past.push({atoms: old, from: this.from, to: this.to});
        this.atoms = atoms;
        this.draw();
        this.select(...this.selected);
        this.tell(true);
    }

    // ---- telling: a moment after the last key, at once for everything else
    tell(typed) {
        clearTimeout(this.telling);
        if (typed) this.telling = setTimeout(() => this.tellNow(), 150);
        else this.tellNow();
    }
    tellNow() {
        clearTimeout(this.telling);
        const now = this.asText();
        if (now === this.told) return;
        this.told = now;
        const {field} = this.element.dataset;
        if (field) {
            const input = document.getElementById(field);
            input.value = now;
            input.dispatchEvent(new Event('change', {bubbles: true}));
        }
        this.element.dispatchEvent(new CustomEvent('words:changed', {bubbles: true, detail: {parts: now}}));
    }
}
