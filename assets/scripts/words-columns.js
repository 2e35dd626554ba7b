// Columns as people name them: by heading, by key or by letter.
const plain = (text) => text.trim().replace(/\s+/g, ' ').toLowerCase();

export function columnNamed(words, name) {
    const wanted = plain(name);
    if (wanted === '') return null;
    const all = words.columns;
    return (
        all.find(({heading}) => plain(heading) === wanted) ??
        all.find(({key}) => key === wanted) ??
        all.find(({letter}) => letter?.toLowerCase() === wanted) ??
        (takesNames(words) ? {field: name.trim().replace(/\s+/g, ' ')} : null)
    );
}
// Where there is no table yet, a name is a placeholder for a column to come.
export const takesNames = (words) => words.element.dataset.fields !== undefined;

// Those a name could become, the likeliest first.
export function columnsLike(words, begun) {
    const wanted = plain(begun);
    const rank = ({letter, heading}) => {
        const name = plain(heading);
        if (wanted === '') return 0;
        if (letter?.toLowerCase() === wanted) return 0;
        if (name.startsWith(wanted)) return 1;
        if (name.split(' ').some((word) => word.startsWith(wanted))) return 2;
        return name.includes(wanted) ? 3 : 9;
    };
    const found = words.columns
        .map((column) => [rank(column), column])
        .filter(([at]) => at < 9)
        .sort(([a], [b]) => a - b)
        .map(([, column]) => column);
    const isNew = takesNames(words) && wanted !== '' && !found.some(({heading}) => plain(heading) === wanted);
    return isNew ? [...found, {field: begun.trim(), heading: begun.trim(), isNew}] : found;
}

// What stands in braces that were closed just before this place: where it begins, and its text.
export function bracesIn(atoms, end) {
    let from = end - 2;
    while (from >= 0 && atoms[from].char && !'{}\n'.includes(atoms[from].char)) from -= 1;
    if (atoms[from]?.char !== '{') return null;
    return {
        from,
        text: atoms
            .slice(from + 1, end - 1)
            .map(({char}) => char)
            .join(''),
    };
}

// The name that is being typed before this place, after { or after = at the beginning of a word.
export function begunBefore(atoms, end) {
    let from = end - 1;
    while (from >= 0 && atoms[from].char && !'{}=\n'.includes(atoms[from].char)) from -= 1;
    const sign = atoms[from]?.char;
    if (sign !== '{' && sign !== '=') return null;
    const text = atoms
        .slice(from + 1, end)
        .map(({char}) => char)
        .join('');
    const before = atoms[from - 1];
    const isWord = !before || before.part || /\s/.test(before.char);
    // An equals sign is one more often than not: only what follows it at once is a name.
    if (sign === '=' && (!isWord || /^\s/.test(text))) return null;
    return {from, text};
}
