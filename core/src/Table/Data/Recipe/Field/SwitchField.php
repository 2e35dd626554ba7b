<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe\Field;

use Morphea\Core\Message;

/** Yes or no, named as in the sentence. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class SwitchField extends Field
{
    public function control(): string
    {
        return 'choice';
    }

    public function read(mixed $said, mixed $default, string $locale, string $id): bool
    {
        return (bool) ($said ?? $default);
    }

    public function shown(mixed $value): string
    {
        return $value ? '1' : '';
    }

    public function more(string $id): array
    {
        return ['of' => ['' => new Message("$id.of.no"), '1' => new Message("$id.of.yes")]];
    }
}
