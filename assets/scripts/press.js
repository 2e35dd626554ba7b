// The press sentence: which parts of it there are depends on the others.
import './words.js';

const field = (id) => document.getElementById(id);

function reveal() {
    if (!field('order')) return;
    const one = field('format').selectedOptions[0].dataset.oneFile;
    field('rows').hidden = field('which').value === 'all';
    field('each').hidden = one !== '';
    field('name-foot').hidden = one !== '';
    field('file-ending').textContent = `.${one || 'zip'}`;
}
document.addEventListener('change', (event) => {
    reveal();
    if (event.target.id === 'which' && event.target.value === 'some') field('rows').focus();
});
document.addEventListener('words:changed', (event) => {
    field('parts').value = event.detail.parts;
    htmx.trigger(field('order'), 'words-ready');
});
reveal();
