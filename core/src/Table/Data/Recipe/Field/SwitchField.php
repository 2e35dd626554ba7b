<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

/** Yes or no, in the words of the sentence. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class SwitchField extends Field
{
    public function __construct(string $label, private string $no, private string $yes)
    {
        parent::__construct($label);
    }

    public function control(): string
    {
        return 'choice';
    }

    public function read(mixed $said, mixed $default, string $locale): bool
    {
        return (bool) ($said ?? $default);
    }

    public function shown(mixed $value): string
    {
        return $value ? '1' : '';
    }

    public function more(): array
    {
        return ['of' => ['' => $this->no, '1' => $this->yes]];
    }
}
