<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;

/**
 * Sets what belongs to a whole side or to all sides: its name and background; the safe margin, the bleed, guides and
 * swatches; the codec's rules decide what holds.
 */
final readonly class SetSide implements Edit
{
    private const WORDS = [
        'background' => 'background',
        'name' => 'name of the side',
        'safeMargin' => 'safe margin',
        'bleed' => 'bleed',
        'guides' => 'guides',
        'swatches' => 'swatches',
    ];
    private const OWN = ['background', 'name'];

    /** @param non-empty-array<key-of<self::WORDS>, mixed> $values */
    public function __construct(private array $values, private int $side = 0)
    {
    }

    public function apply(Template $template): Template
    {
        $codec = new TemplateCodec();
        $data = $codec->toArray($template);
        foreach ($this->values as $key => $value) {
            if (\in_array($key, self::OWN, true)) {
                $data['sides'][$this->side][$key] = $value;
            } else {
                $data[$key] = $value;
            }
        }

        return $codec->fromArray($data);
    }

    public function says(Template $before): string
    {
        return ucfirst(
            implode(' and ', array_map(static fn (string $key): string => self::WORDS[$key], array_keys($this->values))),
        ) . ' changed';
    }
}
