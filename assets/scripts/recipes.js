// Setting up a recipe: a sentence whose choices are controls, and how it comes out while they are made.
import {id} from './ids.js';
import {change, column, selectedColumn, taste} from './grid.js';
import {makers} from './recipe-fields.js';

const dialog = document.getElementById('recipe');
const sentence = document.getElementById('recipe-sentence');
const below = document.getElementById('recipe-below');
const kind = document.getElementById('recipe-kind');
// What the core knows of recipes is not said here again.
const defaults = JSON.parse(dialog.dataset.defaults);
const choices = JSON.parse(dialog.dataset.choices);
let editing = null;
let from = null;
// Behind which column a new one goes; it comes last where nobody said so.
let beside = null;

// Words with {choices}; a part in an array is only there while a choice is one of those named: [choice, values, words].
// `below` stands under the sentence.
const recipes = {
    join: {says: ['Joins words and columns.'], below: ['pattern'], pattern: ['pattern', 'Words and columns', []]},
    map: {
        says: [
            'Takes {column} and gives its values others; those not in the list {otherwise}',
            ['otherwise', ['words'], ' {words}'],
            '.',
        ],
        below: ['pairs'],
        column: ['column', 'Column'],
        pairs: ['pairs', 'Value', []],
        otherwise: ['choice', 'Other values', null, {keep: 'stay as they are', empty: 'become empty', words: 'become'}],
        words: ['words', 'Words for the others', ''],
    },
    series: {
        says: [
            'Counts from {start} in steps of {step}, with at least {width} digits, ' +
                '{prefix} before and {suffix} behind the number, {restart}, leaving out {skip}, {check}.',
        ],
        start: ['number', 'From'],
        step: ['number', 'Steps of'],
        width: ['number', 'Digits at least'],
        prefix: ['words', 'Before it', ''],
        suffix: ['words', 'Behind it', ''],
        restart: ['column', 'Anew for each', '', 'through all rows'],
        skip: ['words', 'Numbers left out, as in 13, 666', '', 'none'],
        check: ['choice', 'Check digit'],
    },
    replace: {
        says: ['Takes {column} and replaces {find} by {replace}, {sameCase}.'],
        column: ['column', 'Column'],
        find: ['words', 'Find', '', 'these letters'],
        replace: ['words', 'Replace by', ''],
        sameCase: ['choice', 'Capitals', '', {'': 'in capitals or not', 1: 'only where capitals are the same'}],
    },
    case: {
        says: ['Writes {column} {way}.'],
        column: ['column', 'Column'],
        way: ['choice', 'Write it'],
    },
    split: {
        says: [
            'Takes {how}',
            ['how', ['at'], ' {part}, cut at {cut}'],
            ['cut', ['other'], ' {at}'],
            ['how', ['position'], ' {part} on, {length} of them (0 for all)'],
            ', out of {column}.',
        ],
        column: ['column', 'Column'],
        how: [
            'choice',
            'What',
            null,
            {
                at: 'part',
                position: 'the letters from',
                number: 'the number it begins with',
                rest: 'what follows the number it begins with',
            },
        ],
        part: ['number', 'Which one; below 0 counted from the end'],
        cut: [
            'choice',
            'Cut at',
            null,
            {
                ' ': 'spaces',
                ',': 'commas',
                ';': 'semicolons',
                '-': 'dashes',
                '/': 'slashes',
                '\n': 'line breaks',
                other: 'the letters',
            },
        ],
        at: ['words', 'Letters it is cut at', '', 'which'],
        length: ['number', 'How many letters'],
    },
    date: {
        says: ['Takes {part} from the dates in {column}.'],
        column: ['column', 'Column with dates'],
        part: ['choice', 'Part'],
    },
    days: {says: ['Counts the days from {from} to {to}.'], from: ['column', 'From'], to: ['column', 'To']},
    first: {
        says: ['Takes the first of these columns that is not empty; where all are, {words}.'],
        below: ['of'],
        of: ['several', 'The most wanted first', []],
        words: ['words', 'Where all are empty', '', 'stays empty'],
    },
    when: {
        says: [
            'Where {column} {test}',
            ['test', ['is', 'is-not', 'contains', 'more', 'less'], ' {value}'],
            ', writes the first line; else the second.',
        ],
        below: ['then', 'otherwise'],
        column: ['column', 'Where'],
        test: ['choice', 'Test'],
        value: ['words', 'Value', '', 'this'],
        then: ['pattern', 'Write', []],
        otherwise: ['pattern', 'Else write', []],
    },
    picture: {
        says: ['Names the picture that {column} means, whatever its folder, capitals and ending.'],
        column: ['column', 'Column that means a picture'],
    },
    deal: {
        says: ['Deals these out, one to each row, {shuffled}', ['shuffled', ['1'], ' by the seed {seed}'], '.'],
        below: ['pool'],
        pool: ['lines', 'What is dealt out, one in a line', []],
        shuffled: ['choice', 'In which order', '', {'': 'in this order', 1: 'shuffled each round'}],
        seed: ['number', 'Seed of the shuffling'],
    },
    seal: {says: ['Gives every row a code of its own that nobody can guess. It stays the same whatever else changes.']},
};
// What codes are made of is seen by nobody, and stays as it is.
let secret = null;

// All of the sentence, and those of the phrase that is being made.
let all = {};
let controls = all;
function control(name, recipe) {
    const [type, label, start, said] = recipes[kind.value][name];
    const more = said ?? choices[kind.value]?.[name];
    const made = makers[type](label, recipe[name] ?? defaults[kind.value]?.[name] ?? start ?? from, {
        id: `recipe-${name}`,
        editing,
        of: more,
        maybe: more,
        hint: more,
    });
    if (!made.matches('.below')) made.id = `recipe-${name}${controls === all ? '' : `-${recipe.phrase}`}`;
    controls[name] = made;
    return made;
}
const phrase = (words, recipe) =>
    words.split(/(\{\w+\})/).map((part) => (part.startsWith('{') ? control(part.slice(1, -1), recipe) : part));
function draw(recipe = {}) {
    controls = all = {};
    // A new one begins with the column it was asked for at, so that something comes out at once.
    const start = {join: {pattern: from ? [{column: from, shown: 'as-written'}] : []}, first: {of: from ? [from] : []}}[
        kind.value
    ];
    const given = recipe.recipe ? {...recipe} : {...start};
    secret = given.secret ?? id().replaceAll('-', '');
    if (kind.value === 'split')
        given.cut = (given.at ?? defaults.split.at) in recipes.split.cut[3] ? (given.at ?? defaults.split.at) : 'other';
    ['sameCase', 'shuffled'].forEach((name) => {
        if (name in given) given[name] = given[name] ? '1' : '';
    });
    const {says, below: under = []} = recipes[kind.value];
    sentence.replaceChildren(
        ...says.flatMap((part, i) => {
            if (typeof part === 'string') return phrase(part, given);
            // The same choice may stand in two phrases of which one is shown; each has a control of its own.
            const [name, values, words] = part;
            const span = document.createElement('span');
            controls = span.own = {};
            span.append(...phrase(words, {...given, phrase: i}));
            controls = all;
            span.shown = () => values.includes(shownControls()[name]?.take());
            return [span];
        }),
    );
    below.replaceChildren(...under.map((name) => control(name, given)));
    reveal();
    preview();
}
const phrases = () => [...sentence.children].filter((part) => part.shown);
const shownControls = () =>
    phrases()
        .filter((part) => !part.hidden)
        .reduce((sum, part) => ({...sum, ...part.own}), all);
function reveal() {
    phrases().forEach((part) => {
        part.hidden = !part.shown();
    });
}
function read() {
    const recipe = Object.fromEntries(Object.entries(shownControls()).map(([name, one]) => [name, one.take()]));
    if (kind.value === 'split' && recipe.cut !== 'other') recipe.at = recipe.cut;
    ['sameCase', 'shuffled'].forEach((name) => {
        if (name in recipe) recipe[name] = recipe[name] === '1';
    });
    return {recipe: kind.value, ...recipe, ...(kind.value === 'seal' ? {secret} : {})};
}

let waiting = 0;
function preview() {
    clearTimeout(waiting);
    waiting = setTimeout(async () => {
        const {json} = await taste(read());
        const out = document.getElementById('recipe-taste');
        const say = (className, textContent) => Object.assign(document.createElement('p'), {className, textContent});
        document.getElementById('recipe-take').disabled = Boolean(json.error);
        all.pairs?.unmatched(json.unmatched ?? []);
        if (json.error) {
            out.replaceChildren(say('quiet mb-0', json.error));
            return;
        }
        const list = document.createElement('ol');
        json.cells.forEach((cell, i) => {
            const line = document.createElement('li');
            if (json.before && !['join', 'first'].includes(kind.value))
                line.append(
                    Object.assign(document.createElement('span'), {
                        className: 'quiet',
                        dir: 'auto',
                        textContent: json.before[i] || 'empty',
                    }),
                    ' → ',
                );
            line.append(
                Object.assign(document.createElement('span'), {
                    dir: 'auto',
                    textContent: cell === '' ? 'empty' : cell,
                    className: cell === '' ? 'quiet' : '',
                }),
            );
            list.append(line);
        });
        out.replaceChildren(list);
        if (json.empty)
            out.append(
                say(
                    'state-look mb-0 mt-2',
                    `${json.empty.toLocaleString('en')} of ${json.of.toLocaleString('en')} come out empty.`,
                ),
            );
        if (json.unmatched.length)
            out.append(
                say(
                    'state-look mb-0 mt-2',
                    `Not in the list: ${json.unmatched
                        .slice(0, 12)
                        .map(([value, count]) => `${value} (${count})`)
                        .join(', ')}${json.unmatched.length > 12 ? ' …' : ''}`,
                ),
            );
    }, 150);
}
document.addEventListener('recipe:open', ({detail}) => {
    editing = detail.recipe ? detail.key : null;
    from = detail.from ?? detail.key ?? selectedColumn() ?? null;
    beside = detail.from ?? null;
    kind.value = detail.recipe?.recipe ?? 'join';
    document.getElementById('recipe-title').textContent = editing
        ? `Recipe of ${column(editing).heading}`
        : 'A column from a recipe';
    document.getElementById('recipe-name').value = editing ? column(editing).heading : '';
    document.getElementById('recipe-name').disabled = Boolean(editing);
    draw(detail.recipe);
    dialog.showModal();
});
document
    .getElementById('new-recipe')
    .addEventListener('click', () => document.dispatchEvent(new CustomEvent('recipe:open', {detail: {}})));
kind.addEventListener('change', () => draw());
['input', 'change'].forEach((type) =>
    dialog.querySelector('.recipe').addEventListener(type, (event) => {
        if (event.target !== kind && event.target.id !== 'recipe-name') {
            reveal();
            preview();
        }
    }),
);
dialog.querySelector('form').addEventListener('submit', (event) => {
    event.preventDefault();
    if (document.getElementById('recipe-take').disabled) return;
    dialog.close();
    const name = document.getElementById('recipe-name').value.trim();
    change(
        editing
            ? {op: 'recipe', key: editing, recipe: read()}
            : {op: 'column-add', heading: name || kind.selectedOptions[0].textContent, behind: beside, recipe: read()},
    );
});
