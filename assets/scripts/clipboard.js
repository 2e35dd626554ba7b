// Copy, cut and paste layers, across pages and projects: what was copied is kept in this browser.
import {http} from './http.js';
import {edit, isTyping, selection, url} from './screen.js';
import {notice} from './notices.js';
import {part} from './parts.js';
import {t} from './sentences.js';

const KEY = 'morphea-copied';

async function copy() {
    const answer = await http(`${url('/layers')}?layer=${encodeURIComponent(selection().join(','))}`);
    if (!answer.ok) return false;
    localStorage.setItem(KEY, answer.text());
    notice(t('clipboard.copied', {count: selection().length}));
    return true;
}

part('#work', ({on}) => {
    for (const [name, work] of [
        ['copy', copy],
        ['cut', async () => (await copy()) && edit('/remove')],
        ['paste', () => edit('/paste', {copied: localStorage.getItem(KEY) ?? ''})],
    ]) {
        on(document, name, (event) => {
            if (isTyping(event) || (name !== 'paste' && (!selection().length || String(getSelection())))) return;
            event.preventDefault();
            // Cells that were copied before are not meant any more.
            if (name !== 'paste') event.clipboardData?.setData('text/plain', 'layers');
            work();
        });
    }
});
