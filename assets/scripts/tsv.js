// Tables as spreadsheets put them on the clipboard: cells parted by tabs, in quotes where a cell holds tabs, breaks or quotes.
export const quoted = (text) => (/["\t\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

export const format = (lines) => lines.map((cells) => cells.map(quoted).join('\t')).join('\n');

export function parse(text) {
    const lines = [[]];
    let cell = '';
    let inside = false;
    const source = text.replace(/\r\n?/g, '\n').replace(/\n$/, '');
    for (let i = 0; i < source.length; i += 1) {
        const c = source[i];
        if (inside) {
            if (c === '"') {
                if (source[i + 1] === '"') {
                    cell += '"';
                    i += 1;
                } else inside = false;
            } else cell += c;
        } else if (c === '"' && cell === '') inside = true;
        else if (c === '\t') {
            lines[lines.length - 1].push(cell);
            cell = '';
        } else if (c === '\n') {
            lines[lines.length - 1].push(cell);
            cell = '';
            lines.push([]);
        } else cell += c;
    }
    lines[lines.length - 1].push(cell);
    return lines;
}
