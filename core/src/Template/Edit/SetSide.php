<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;

/** Sets what belongs to the whole side: its background, the safe margin, guides and swatches; the codec's rules decide what holds. */
final readonly class SetSide implements Edit
{
    private const WORDS = ['background' => 'background', 'safeMargin' => 'safe margin', 'guides' => 'guides', 'swatches' => 'swatches'];

    /** @param non-empty-array<'background'|'safeMargin'|'guides'|'swatches', mixed> $values */
    public function __construct(private array $values)
    {
    }

    public function apply(Template $template): Template
    {
        $codec = new TemplateCodec();
        $data = $codec->toArray($template);
        foreach ($this->values as $key => $value) {
            if ('background' === $key) {
                $data['sides'][0]['background'] = $value;
            } else {
                $data[$key] = $value;
            }
        }

        return $codec->fromArray($data);
    }

    public function says(Template $before): string
    {
        return ucfirst(implode(' and ', array_map(static fn (string $key): string => self::WORDS[$key], array_keys($this->values)))).' changed';
    }
}
