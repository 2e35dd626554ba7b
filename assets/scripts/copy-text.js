// Puts text on the clipboard. Browsers allow it only where the connection is secure; elsewhere the text is shown, selected, to
// be copied by hand. Says whether it was copied.
import {t} from './sentences.js';
export async function copyText(text) {
    try {
        await navigator.clipboard.writeText(text);
        return true;
    } catch {
        const dialog = document.createElement('dialog');
        const area = document.createElement('textarea');
        const close = document.createElement('button');
        Object.assign(area, {value: text, readOnly: true, rows: 10, className: 'form-control'});
        area.setAttribute('aria-label', t('copy_by_hand'));
        Object.assign(close, {type: 'button', className: 'btn btn-plain', textContent: t('close')});
        close.addEventListener('click', () => dialog.close());
        dialog.addEventListener('close', () => dialog.remove());
        dialog.append(area, close);
        document.body.append(dialog);
        dialog.showModal();
        area.select();
        return false;
    }
}
