<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TemplateError;

/** Sets values of one layer by their paths in the file format, as in `style.size`; the codec's rules decide what holds. */
final readonly class SetLayer implements Edit
{
    private const WORDS = [
        'name' => 'name',
        'content' => 'words',
        'locked' => 'lock',
        'hidden' => 'visibility',
        'opacity' => 'opacity',
        'frame' => 'place',
        'style' => 'style',
        'fit' => 'rule for too long',
        'empty' => 'rule for empty',
        'fill' => 'fill',
        'effects' => 'effects',
        'arc' => 'bend',
        'sample' => 'sample words',
        'dashes' => 'dashes',
        'shape' => 'shape',
        'stroke' => 'line',
        'strokeWidth' => 'line width',
        'path' => 'outline',
        'use' => 'use',
        'asset' => 'picture',
        'pattern' => 'link',
        'missing' => 'rule for missing',
        'look' => 'colours',
        'border' => 'border',
        'shadow' => 'shadow',
        'align' => 'alignment',
        'verticalAlign' => 'alignment in height',
        'code' => 'kind of code',
        'correction' => 'error correction',
        'colour' => 'colour',
        'ground' => 'ground',
        'words' => 'words',
        'style.family' => 'font',
        'style.weight' => 'weight',
        'style.italic' => 'slope',
        'style.size' => 'size',
        'style.colour' => 'colour',
        'style.align' => 'alignment',
        'style.verticalAlign' => 'alignment in height',
        'style.lineHeight' => 'line height',
        'style.letterSpacing' => 'letter spacing',
        'style.case' => 'case',
    ];
    private const FIXED = ['id', 'kind'];
    /** Written only where they are set. */
    private const OPTIONAL = ['group', 'sample', 'use', 'path', 'asset', 'pattern'];

    /** @param non-empty-array<string, mixed> $values by path */
    public function __construct(private string $layer, private array $values)
    {
    }

    public function apply(Template $template): Template
    {
        $layer = $template->layer($this->layer);
        $codec = new TemplateCodec();
        $data = $codec->layerToArray($layer);
        foreach ($this->values as $path => $value) {
            if (\in_array($path, self::FIXED, true)) {
                throw new TemplateError($path, 'cannot be changed');
            }
            $data = $this->set($data, explode('.', $path), $value, $path);
        }
        $changed = $codec->layerFromArray($data, $template->locale);
        $sides = array_map(
            fn ($side) => $side->withLayers(
                array_map(fn (Layer $old): Layer => $old === $layer ? $changed : $old, $side->layers),
            ),
            $template->sides,
        );

        return $template->withSides($sides);
    }

    public function says(Template $before): string
    {
        $words = array_map(
            static fn (string $path): string => self::WORDS[$path] ?? (self::WORDS[strtok($path, '.') ?: ''] ?? $path),
            array_keys($this->values),
        );

        return \sprintf('%s: %s changed', $before->layer($this->layer)->name, implode(' and ', array_unique($words)));
    }

    /**
     * @param array<array-key, mixed> $data
     * @param non-empty-list<string>  $steps
     *
     * @return array<array-key, mixed>
     */
    private function set(array $data, array $steps, mixed $value, string $path): array
    {
        $step = array_shift($steps);
        if (!\array_key_exists($step, $data) && !\in_array($path, self::OPTIONAL, true)) {
            throw new TemplateError($path, 'is no value of this kind of layer');
        }
        if ([] === $steps) {
            $data[$step] = $value;
        } else {
            $data[$step] = $this->set(\is_array($data[$step]) ? $data[$step] : [], $steps, $value, $path);
        }

        return $data;
    }
}
