<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Styles;

use Morphea\Core\Design\Properties\Text;

/** A column that a design expects before there is a table: its key and its future heading. */
final readonly class NamedField
{
    public function __construct(
        #[Text('key_of_the_field', 60, '/^[a-z_][a-z0-9_]*$/')]
        public string $key,
        #[Text('name_of_the_field', 120)]
        public string $name,
    ) {
    }
}
