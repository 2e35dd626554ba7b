// A table file dropped anywhere on the rows is brought in like a chosen one.
const zone = document.querySelector('[data-drop-zone]');
const form = document.querySelector('form[data-drop]');

zone?.addEventListener('dragover', (event) => {
    event.preventDefault();
    zone.classList.add('over');
});
zone?.addEventListener('dragleave', () => zone.classList.remove('over'));
zone?.addEventListener('drop', (event) => {
    event.preventDefault();
    zone.classList.remove('over');
    // Pictures on cells are the grid's.
    if ([...event.dataTransfer.files].every((file) => file.type.startsWith('image/'))) return;
    if (!event.dataTransfer.files.length) return;
    form.querySelector('input[type=file]').files = event.dataTransfer.files;
    form.requestSubmit();
});

// What was understood of a file is asked anew as soon as something is corrected.
document.addEventListener('change', (event) => {
    if (event.target.form?.matches('[data-autosend]')) event.target.form.requestSubmit();
});
