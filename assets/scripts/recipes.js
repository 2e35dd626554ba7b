// Setting up a recipe: its sentence, its choices, and how it comes out while they are made.
import {change, column, columns, selectedColumn, taste} from './sheet.js';

const dialog = document.getElementById('recipe');
const fields = document.getElementById('recipe-fields');
const kind = document.getElementById('recipe-kind');
let editing = null;
let from = null;

// name, kind of field, label, default, further
const forms = {
    join: [['pattern', 'pattern', 'Words and columns', '']],
    map: [['column', 'column', 'Column'], ['pairs', 'pairs', 'Value and what it becomes, with = between, one in a line', ''], ['otherwise', 'choice', 'Other values', 'keep', {keep: 'stay', empty: 'go', words: 'become'}], ['words', 'text', 'Words for the others', '']],
    series: [['start', 'number', 'From', 1], ['step', 'number', 'Steps of', 1], ['width', 'number', 'Digits at least', 0], ['prefix', 'text', 'Before it', ''], ['suffix', 'text', 'Behind it', ''], ['restart', 'maybe', 'Anew for each'], ['skip', 'text', 'Leave out, as in 13, 666', '']],
    replace: [['column', 'column', 'Column'], ['find', 'text', 'Find', ''], ['replace', 'text', 'Replace by', ''], ['sameCase', 'tick', 'Only in the same case', false]],
    case: [['column', 'column', 'Column'], ['way', 'choice', 'Write it', 'title', {upper: 'in capitals', lower: 'in small letters', title: 'with every word capitalised', sentence: 'with the first word capitalised'}]],
    split: [['column', 'column', 'Column'], ['how', 'choice', 'Take', 'at', {at: 'a part, cut at', position: 'letters by position', number: 'the number it begins with', rest: 'what follows that number'}], ['at', 'text', 'Cut at', ' '], ['part', 'number', 'Part, or first letter; below 0 from the end', 1], ['length', 'number', 'Letters; 0 for all', 0]],
    date: [['column', 'column', 'Column with dates'], ['part', 'choice', 'Take', 'year', {year: 'the year', month: 'the number of the month', 'month-name': 'the name of the month', day: 'the day', weekday: 'the day of the week', quarter: 'the quarter', week: 'the week', iso: 'the date as 2026-03-04', long: 'the date in words'}]],
    days: [['from', 'column', 'From'], ['to', 'column', 'To']],
    first: [['of', 'columns', 'Columns, the most wanted first'], ['words', 'text', 'Where all are empty', '']],
    when: [['column', 'column', 'Where'], ['test', 'choice', 'Test', 'is', {is: 'is', 'is-not': 'is not', contains: 'contains', empty: 'is empty', filled: 'is not empty', more: 'is more than', less: 'is less than'}], ['value', 'text', 'Value', ''], ['then', 'pattern', 'Write', ''], ['otherwise', 'pattern', 'Else write', '']],
    picture: [['column', 'column', 'Column that means a picture']],
    deal: [['pool', 'lines', 'What is dealt out, one in a line', ''], ['shuffled', 'tick', 'Shuffled each round', false], ['seed', 'number', 'Seed of the shuffling', 1]],
};

const options = (chosen, maybe) => (maybe ? '<option value="">no column</option>' : '') + columns().filter(({key}) => key !== editing).map(({key, letter, heading}) => {
    const option = document.createElement('option');
    Object.assign(option, {value: key, textContent: `${letter} ${heading}`});
    if (key === chosen) option.setAttribute('selected', '');
    return option.outerHTML;
}).join('');

// Words with columns in them; each column stands as a key-cap that cannot be mistyped.
function cap(key) {
    const one = column(key);
    const chip = Object.assign(document.createElement('span'), {className: 'chip', contentEditable: 'false'});
    chip.dataset.key = key;
    chip.append(Object.assign(document.createElement('span'), {className: 'cap', textContent: one.letter}), ` ${one.heading}`);
    return chip;
}
const shownPattern = (pattern) => pattern.split(/(\{\w+\})/).map((part) => { const key = part.match(/^\{(\w+)\}$/)?.[1]; return key && column(key) ? cap(key) : part; });
const writtenPattern = (box) => [...box.childNodes].map((node) => (node.dataset?.key ? `{${node.dataset.key}}` : node.textContent)).join('').replace(/\u200B|\n/g, '');
function patternField(id, name, label, pattern) {
    const box = document.createElement('div');
    Object.assign(box, {id, className: 'words', contentEditable: 'true', spellcheck: false});
    box.dataset.name = name;
    box.dataset.type = 'pattern';
    box.setAttribute('role', 'textbox');
    box.setAttribute('aria-labelledby', `${id}-label`);
    box.append(...shownPattern(pattern));
    box.addEventListener('keydown', (event) => { if (event.key === 'Enter') { event.preventDefault(); if (!document.getElementById('recipe-take').disabled) dialog.querySelector('form').requestSubmit(); } });
    box.addEventListener('paste', (event) => { event.preventDefault(); document.execCommand('insertText', false, event.clipboardData.getData('text/plain').replace(/\s+/g, ' ')); });
    const insert = document.createElement('select');
    insert.className = 'form-select mt-1';
    insert.setAttribute('aria-label', `Insert a column into ${label}`);
    insert.innerHTML = `<option value="">insert a column …</option>${options()}`;
    let caret = null;
    box.addEventListener('blur', () => { const selection = getSelection(); caret = selection.rangeCount && box.contains(selection.anchorNode) ? selection.getRangeAt(0).cloneRange() : null; });
    insert.addEventListener('change', () => {
        if (!insert.value) return;
        const range = caret ?? document.createRange();
        if (!caret) { range.selectNodeContents(box); range.collapse(false); }
        range.deleteContents();
        const chip = cap(insert.value);
        range.insertNode(chip);
        insert.value = '';
        box.focus();
        getSelection().setPosition(box, [...box.childNodes].indexOf(chip) + 1);
        preview();
    });
    return [box, insert];
}

function field([name, type, label, start, choices], value) {
    const id = `recipe-${name}`;
    const box = document.createElement('div');
    const now = value ?? start;
    if (type === 'pattern') {
        box.className = 'full';
        box.append(Object.assign(document.createElement('span'), {id: `${id}-label`, className: 'form-label d-block', textContent: label}), ...patternField(id, name, label, now));
        return box;
    }
    const input = type === 'lines' || type === 'pairs' ? document.createElement('textarea') : ['choice', 'column', 'maybe', 'columns'].includes(type) ? document.createElement('select') : document.createElement('input');
    input.id = id;
    input.dataset.name = name;
    input.dataset.type = type;
    input.className = input.matches('select') ? 'form-select' : type === 'tick' ? 'form-check-input' : 'form-control';
    if (type === 'choice') for (const [key, words] of Object.entries(choices)) input.append(new Option(words, key, key === now, key === now));
    if (type === 'column') input.innerHTML = options(now ?? from);
    if (type === 'maybe') input.innerHTML = options(now, true);
    if (type === 'columns') { input.multiple = true; input.size = 4; input.innerHTML = options(); [...input.options].forEach((option) => { option.selected = (now ?? []).includes(option.value); }); }
    if (type === 'number') Object.assign(input, {type: 'number', value: now});
    if (type === 'tick') Object.assign(input, {type: 'checkbox', checked: Boolean(now)});
    if (type === 'text') input.value = Array.isArray(now) ? now.join(', ') : now;
    if (type === 'lines') { input.rows = 4; input.value = Array.isArray(now) ? now.join('\n') : now; }
    if (type === 'pairs') { input.rows = 5; input.value = Array.isArray(now) ? now.map((pair) => pair.join(' = ')).join('\n') : now; }
    const words = document.createElement('label');
    Object.assign(words, {htmlFor: id, textContent: label, className: type === 'tick' ? 'form-check-label' : 'form-label'});
    box.className = type === 'tick' ? 'form-check full' : ['lines', 'pairs', 'columns'].includes(type) ? 'full' : '';
    box.append(...(type === 'tick' ? [input, words] : [words, input]));
    return box;
}
function draw(recipe) {
    // A new one begins with the column it was asked for at, so that something comes out at once.
    const start = {pattern: kind.value === 'join' && from ? `{${from}}` : undefined, of: kind.value === 'first' && from ? [from] : undefined};
    fields.replaceChildren(...forms[kind.value].map((form) => field(form, recipe ? recipe[form[0]] : start[form[0]])));
    preview();
}
function read() {
    const recipe = {recipe: kind.value};
    fields.querySelectorAll('[data-name]').forEach((input) => {
        const {name, type} = input.dataset;
        recipe[name] = type === 'tick' ? input.checked : type === 'columns' ? [...input.selectedOptions].map((option) => option.value)
            : type === 'lines' ? input.value.split('\n').map((line) => line.trim()).filter(Boolean)
            : type === 'pairs' ? input.value.split('\n').filter((line) => line.includes('=')).map((line) => [line.slice(0, line.indexOf('=')).trim(), line.slice(line.indexOf('=') + 1).trim()])
            : type === 'pattern' ? writtenPattern(input)
            : type === 'number' ? Number(input.value) : input.value;
    });
    return recipe;
}
let waiting = 0;
function preview() {
    clearTimeout(waiting);
    waiting = setTimeout(async () => {
        const {ok, json} = await taste(read());
        const out = document.getElementById('recipe-taste');
        document.getElementById('recipe-take').disabled = !ok;
        if (!ok) { out.replaceChildren(Object.assign(document.createElement('p'), {className: 'quiet mb-0', textContent: json.error})); return; }
        const list = document.createElement('ol');
        json.cells.forEach((cell) => { const line = document.createElement('li'); line.dir = 'auto'; line.textContent = cell === '' ? 'empty' : cell; if (cell === '') line.className = 'quiet'; list.append(line); });
        const said = Object.assign(document.createElement('p'), {className: 'mb-1', textContent: `${json.says}.${json.empty ? ` ${json.empty} of ${json.of} come out empty.` : ''}`});
        out.replaceChildren(said, list);
        if (json.unmatched.length) out.append(Object.assign(document.createElement('p'), {className: 'state-look mb-0', textContent: `Not in it: ${json.unmatched.slice(0, 12).map(([value, count]) => `${value} (${count})`).join(', ')}${json.unmatched.length > 12 ? ' …' : ''}`}));
    }, 150);
}
document.addEventListener('recipe:open', ({detail}) => {
    editing = detail.recipe ? detail.key : null;
    from = detail.from ?? detail.key ?? selectedColumn() ?? null;
    kind.value = detail.recipe?.recipe ?? 'join';
    document.getElementById('recipe-title').textContent = editing ? `Recipe of ${column(editing).heading}` : 'A column from a recipe';
    document.getElementById('recipe-name').value = editing ? column(editing).heading : '';
    document.getElementById('recipe-name').disabled = Boolean(editing);
    draw(detail.recipe);
    dialog.showModal();
});
document.getElementById('new-recipe').addEventListener('click', () => document.dispatchEvent(new CustomEvent('recipe:open', {detail: {}})));
kind.addEventListener('change', () => draw());
fields.addEventListener('input', preview);
dialog.querySelector('form').addEventListener('submit', (event) => {
    event.preventDefault();
    dialog.close();
    const name = document.getElementById('recipe-name').value.trim();
    change(editing ? {op: 'recipe', key: editing, recipe: read()} : {op: 'column-add', heading: name || kind.selectedOptions[0].textContent, behind: from, recipe: read()});
});
