// Type in place: the words editor, laid over the text on the stage in about its own style. The core sets the true lines
// as soon as it is left.
import {select, selection, side, work} from './screen.js';
import {forget} from './words.js';

export async function typeInPlace(box) {
    const id = box.dataset.box;
    if (selection().join() !== id) await select([id]);
    const words = document.getElementById('words');
    const layer = document.getElementById(`layer-${id}`);
    const sheet = side();
    if (!words || document.getElementById('words-in-place')) return;
    const editor = words.cloneNode(true);
    editor.id = 'words-in-place';
    editor.classList.add('in-place');
    editor.dataset.layer = id;
    editor.setAttribute('aria-label', 'Words on the stage');
    const drawn = layer?.querySelector('text');
    const scale = sheet.getBoundingClientRect().width / Number(work().dataset.width);
    Object.assign(editor.style, {
        left: box.style.left,
        top: box.style.top,
        width: box.style.width,
        minHeight: box.style.height,
        transform: box.style.transform,
        alignContent:
            {top: 'start', middle: 'center', bottom: 'end'}[
                document.getElementById('set-style-verticalAlign')?.value
            ] ?? 'center',
        textAlign:
            {left: 'left', centre: 'center', right: 'right', justify: 'justify'}[
                document.getElementById('set-style-align')?.value
            ] ?? 'left',
        fontFamily: `"${document.getElementById('set-style-family')?.value}"`,
        fontSize: `${drawn ? Number(drawn.getAttribute('font-size')) * scale : 20}px`,
        color: document.getElementById('set-style-colour')?.value ?? '',
        lineHeight: '1.2',
    });
    sheet.append(editor);
    if (layer) layer.style.opacity = '0';
    // Room for the caret before and behind columns at the edges.
    if (editor.firstChild?.dataset) editor.prepend('\u200B');
    if (editor.lastChild?.dataset) editor.append('\u200B');
    forget(editor);
    editor.focus();
    if (editor.querySelector('.chip')) getSelection().setPosition(editor, editor.childNodes.length);
    else getSelection().selectAllChildren(editor);
    const leave = () => {
        // What was typed is on its way by now; the morph takes the editor and the hiding of the layer with it.
        setTimeout(() => {
            editor.remove();
            if (layer) layer.style.opacity = '';
            box.isConnected && document.getElementById(box.id)?.focus();
        });
    };
    editor.addEventListener('focusout', (event) => {
        if (
            editor.contains(event.relatedTarget) ||
            event.relatedTarget?.closest?.('.marks, .words-foot, dialog') ||
            document.querySelector('dialog[open]')
        )
            return;
        leave();
    });
}
