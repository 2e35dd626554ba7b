<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Table\Data\TableException;

/** Words, as they are typed. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class WordsField extends Field
{
    /**
     * @param string      $hint  stands in the empty field
     * @param string|null $needs what is said where nothing was typed and something has to be
     */
    public function __construct(string $label, private string $hint = 'nothing', private ?string $needs = null)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return 'words';
    }

    public function read(mixed $said, mixed $default, string $locale): string
    {
        $text = self::text($said, $default);

        return '' === $text && null !== $this->needs ? throw new TableException($this->needs) : $text;
    }

    public function more(): array
    {
        return ['hint' => $this->hint];
    }
}
