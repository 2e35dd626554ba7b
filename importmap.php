<?php

// Our scripts by name; each page names those it starts with.
$names = ['notices', 'dialogs', 'words', 'compose', 'rows', 'press'];

return array_combine($names, array_map(static fn (string $name): array => ['path' => "./assets/scripts/$name.js", 'entrypoint' => true], $names));
