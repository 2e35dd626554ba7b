// The choices of a recipe as controls: small ones stand in its sentence, lists and patterns below it. Each has
// `take()`, which says what it holds.
import {column, columns} from './grid.js';
import {menu} from './menus.js';
import {t} from './sentences.js';
import {parse} from './tsv.js';
import './words.js';
import {wordsOf} from './words-editor.js';

const element = (name, attributes = {}, ...children) => {
    const e = document.createElement(name);
    Object.assign(e, attributes);
    e.append(...children);
    return e;
};
const option = (value, words, chosen) => element('option', {value, textContent: words, selected: value === chosen});
const others = (editing) => columns().filter(({key}) => key !== editing);
const columnOptions = (editing, chosen) =>
    others(editing).map(({key, letter, heading}) => option(key, `${letter} ${heading}`, chosen));
export const changed = (from) => from.dispatchEvent(new Event('input', {bubbles: true}));

// A column that cannot be mistyped; one that is not in the table any more says so.
function cap(part) {
    const one = column(part.column);
    const chip = element(
        'span',
        {className: 'chip', contentEditable: 'false'},
        element('span', {className: one ? 'cap' : 'cap look', textContent: one?.letter ?? '?'}),
        ` ${one?.heading ?? part.column}`,
    );
    chip.dataset.key = part.column;
    return chip;
}

// ---- in the sentence
function choice(label, value, {of}) {
    const select = element('select', {}, ...Object.entries(of).map(([key, words]) => option(key, words, value)));
    select.setAttribute('aria-label', label);
    select.take = () => select.value;
    return select;
}
function oneColumn(label, value, {editing, maybe}) {
    const select = element(
        'select',
        {},
        ...(maybe ? [option('', maybe, value)] : []),
        ...columnOptions(editing, value),
    );
    select.setAttribute('aria-label', label);
    select.take = () => select.value;
    return select;
}
function words(label, value, {hint}) {
    const input = element('input', {
        type: 'text',
        value: Array.isArray(value) ? value.join(', ') : value,
        placeholder: hint,
        autocomplete: 'off',
    });
    input.setAttribute('aria-label', label);
    input.take = () => input.value;
    return input;
}
// One of several, or words of one's own.
function either(label, value, {of, other, hint}) {
    const isOther = !(value in of);
    const select = choice(label, isOther ? 'other' : value, {of: {...of, other}});
    const own = words(`${label}: ${other}`, isOther ? value : '', {hint});
    own.hidden = !isOther;
    select.addEventListener('change', () => {
        own.hidden = select.value !== 'other';
    });
    const both = element('span', {className: 'either'}, select, own);
    both.take = () => (select.value === 'other' ? own.value : select.value);
    return both;
}
function number(label, value) {
    const input = element('input', {type: 'number', value});
    input.setAttribute('aria-label', label);
    input.take = () => Number(input.value);
    return input;
}

// ---- below it
// Words with columns in them, of this row; Enter is the end of them.
function pattern(label, value, {id, editing}) {
    document.getElementById('word-columns').textContent = JSON.stringify(columns());
    const box = element('div', {id, className: 'words', contentEditable: 'plaintext-only', spellcheck: false});
    Object.assign(box.dataset, {words: '', parts: JSON.stringify(value || []), without: editing ?? ''});
    Object.entries({role: 'textbox', 'aria-multiline': 'false', 'aria-labelledby': `${id}-label`}).forEach(
        ([attribute, words]) => box.setAttribute(attribute, words),
    );
    box.addEventListener('words:changed', () => changed(box));
    box.addEventListener('words:entered', () => box.closest('form').requestSubmit());
    const insert = menu(
        `${id}-insert`,
        t('recipe.insert'),
        t('recipe.insert_into', {field: label}),
        others(editing).map((one) => [`${one.letter}  ${one.heading}`, () => wordsOf(box).insertColumn(one)]),
    );
    const all = element(
        'div',
        {className: 'below'},
        element(
            'div',
            {className: 'd-flex justify-content-between align-items-end mb-1'},
            element('span', {id: `${id}-label`, className: 'form-label m-0', textContent: label}),
            element('span', {}, ...insert),
        ),
        box,
    );
    // As words and columns: the server writes the pattern, whatever apostrophes and braces the words hold.
    all.take = () => wordsOf(box).parts;
    return all;
}
// Columns in an order of their own.
function several(label, value, {id, editing}) {
    const list = element('span', {className: 'picked'});
    const add = element('span');
    const keys = () => [...list.children].map((chip) => chip.dataset.key);
    const pick = () => t(keys().length ? 'recipe.then' : 'recipe.pick');
    const refresh = () =>
        add.replaceChildren(
            ...menu(
                id,
                pick(),
                t('recipe.pick_for', {pick: pick(), field: label}),
                others(editing)
                    .filter(({key}) => !keys().includes(key))
                    .map(({key, letter, heading}) => [
                        `${letter}  ${heading}`,
                        () => {
                            put(key);
                            refresh();
                            document.getElementById(id).focus();
                            changed(all);
                        },
                    ]),
            ),
        );
    const put = (key) => {
        const chip = cap({column: key});
        const away = element('button', {type: 'button', className: 'pipette', textContent: '×'});
        away.setAttribute('aria-label', t('recipe.remove', {what: column(key).heading}));
        away.addEventListener('click', () => {
            chip.remove();
            refresh();
            document.getElementById(id).focus();
            changed(all);
        });
        chip.append(away);
        list.append(chip);
    };
    (value ?? []).filter(column).forEach(put);
    refresh();
    const all = element(
        'div',
        {className: 'below'},
        element('span', {className: 'form-label d-block', textContent: label}),
        list,
        add,
    );
    all.take = keys;
    return all;
}
function lines(label, value, {id}) {
    const area = element('textarea', {
        id,
        rows: 5,
        className: 'form-control',
        value: Array.isArray(value) ? value.join('\n') : value,
        spellcheck: false,
    });
    const all = element(
        'div',
        {className: 'below'},
        element('label', {htmlFor: id, className: 'form-label', textContent: label}),
        area,
    );
    all.take = () =>
        area.value
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean);
    return all;
}
// A small table of two columns. Values of the column that are not in it yet stand in it already and wait for what they
// become.
function pairs(label, value, {id}) {
    const body = element('tbody');
    const cells = (line) => [...line.querySelectorAll('input')].map((input) => input.value);
    const filled = () =>
        [...body.children]
            .filter((line) => line.dataset.pair || cells(line)[1] !== '')
            .map(cells)
            .filter(([from]) => from.trim() !== '');
    const put = (from, to, pair, count = null, before = null) => {
        const input = (now, says) => {
            const i = element('input', {
                className: 'form-control form-control-sm',
                value: now,
                autocomplete: 'off',
                spellcheck: false,
            });
            i.setAttribute('aria-label', says);
            return i;
        };
        const value = input(from, t('recipe.value'));
        value.readOnly = count !== null;
        const away = element('button', {
            type: 'button',
            className: 'pipette',
            textContent: '×',
            title: t('recipe.remove', {what: from}),
        });
        away.setAttribute('aria-label', t('recipe.remove', {what: from}));
        away.addEventListener('click', () => {
            line.remove();
            changed(body);
        });
        const line = element(
            'tr',
            {},
            element('td', {}, value),
            element('td', {}, input(to, from ? t('recipe.becomes_of', {value: from}) : t('recipe.becomes'))),
            element(
                'td',
                {},
                count === null
                    ? away
                    : element('span', {
                          className: 'quiet num',
                          textContent: `${count} ×`,
                          title: t('recipe.in_rows', {count}),
                      }),
            ),
        );
        if (pair) line.dataset.pair = '1';
        if (count !== null) line.dataset.waits = '1';
        body.insertBefore(line, before);
    };
    value.forEach(([from, to]) => put(from, to, true));
    // Two columns copied in a spreadsheet fill it.
    body.addEventListener('paste', (event) => {
        const text = event.clipboardData.getData('text/plain');
        if (!text.includes('\t')) return;
        event.preventDefault();
        parse(text).forEach(([from, to]) => put(from, to ?? '', true, null, event.target.closest('tr')));
        changed(body);
    });
    const more = element('button', {
        type: 'button',
        className: 'btn btn-plain',
        id: `${id}-more`,
        textContent: t('recipe.more'),
    });
    more.addEventListener('click', () => {
        put('', '', false);
        body.lastElementChild.querySelector('input').focus();
    });
    const all = element(
        'div',
        {className: 'below'},
        element(
            'div',
            {className: 'pairs'},
            element(
                'table',
                {id},
                element(
                    'thead',
                    {},
                    element(
                        'tr',
                        {},
                        element('th', {textContent: label}),
                        element('th', {textContent: t('recipe.becomes')}),
                        element(
                            'th',
                            {},
                            element('span', {className: 'visually-hidden', textContent: t('recipe.rows')}),
                        ),
                    ),
                ),
                body,
            ),
        ),
        more,
    );
    all.take = filled;
    all.unmatched = (found) => {
        const waits = [...body.querySelectorAll('[data-waits]')];
        const here = new Map(waits.map((line) => [cells(line)[0], line]));
        const wanted = new Set(found.map(([from]) => from));
        here.forEach((line, from) => {
            if (!wanted.has(from) && cells(line)[1] === '' && !line.contains(document.activeElement)) line.remove();
        });
        found.forEach(([from, count]) => {
            if (!here.has(from)) put(from, '', false, count);
        });
    };
    return all;
}

export const makers = {choice, column: oneColumn, words, number, either, pattern, several, lines, pairs};
