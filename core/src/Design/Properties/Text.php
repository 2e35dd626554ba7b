<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Properties;

/** Text up to a number of characters. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final readonly class Text extends Plain
{
    /** @param non-empty-string|null $form a regular expression */
    public function __construct(string $says, private int $most, private ?string $form = null)
    {
        parent::__construct($says);
    }

    public function read(JsonNode $node, string $name, string $locale): string
    {
        return $node->text($name, $this->most, $this->form);
    }
}
