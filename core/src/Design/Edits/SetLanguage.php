<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/**
 * Sets the language of a design (a locale of ICU, such as `de_DE`): numbers, dates, plurals, line breaks and speech follow
 * it. Patterns are parsed by it, so the design is read anew.
 */
final readonly class SetLanguage implements Edit
{
    public function __construct(private string $locale)
    {
    }

    public function apply(Design $design): Design
    {
        if (!\in_array($this->locale, \ResourceBundle::getLocales('') ?: [], true)) {
            throw new DesignException('locale', new Message('design.wrong.language', ['language' => $this->locale]));
        }
        $codec = new DesignCodec();

        return $codec->fromArray(['locale' => $this->locale] + $codec->toArray($design));
    }

    public function says(Design $before): Message
    {
        // By its own name for itself, since nobody knows here who reads it.
        return new Message('design.did.language', ['language' => (string) \Locale::getDisplayName($this->locale, $this->locale)]);
    }
}
