<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateCodec;
use Morphea\Core\Template\TemplateError;

/** Puts copies of layers, as in the file format, on top of a side: under new names where theirs are taken, scaled if they come from another resolution. */
final readonly class PasteLayers implements Edit
{
    private const MOST = 100;

    /**
     * @param list<mixed> $layers
     * @param float       $dpi    of the template they come from
     * @param float       $shift  dots to the right and down, so that a copy is seen beside its original
     */
    public function __construct(private array $layers, private float $dpi, private float $shift)
    {
    }

    public function apply(Template $template): Template
    {
        return $this->paste($template)[0];
    }

    /**
     * @return array{Template, list<string>} and the new layers' ids
     *
     * @throws TemplateError
     */
    public function paste(Template $template): array
    {
        if ([] === $this->layers || \count($this->layers) > self::MOST || $this->dpi <= 0) {
            throw new TemplateError('', 'There is nothing to paste. Copy a layer first.');
        }
        $codec = new TemplateCodec();
        $taken = array_fill_keys(array_map(static fn (Layer $layer): string => $layer->id, $template->side()->layers), true);
        $groups = [];
        $ids = [];
        foreach ($this->layers as $data) {
            $layer = $codec->layerToArray($codec->layerFromArray($data, $template->locale));
            $layer = $this->scaled($layer, $template->dpi / $this->dpi);
            $layer['id'] = self::free((string) $layer['id'], $taken);
            $taken[$layer['id']] = true;
            if (isset($layer['group'])) {
                $layer['group'] = $groups[$layer['group']] ??= self::free((string) $layer['group'], self::groups($template) + array_fill_keys($groups, true));
            }
            $template = (new AddLayer($codec->layerFromArray($layer, $template->locale)))->apply($template);
            $ids[] = $layer['id'];
        }

        return [$template, $ids];
    }

    public function says(Template $before): string
    {
        return 1 === \count($this->layers) ? '1 layer pasted' : \count($this->layers).' layers pasted';
    }

    /**
     * @param array<string, mixed> $layer
     *
     * @return array<string, mixed>
     */
    private function scaled(array $layer, float $scale): array
    {
        $times = static fn (mixed $value): mixed => \is_float($value) || \is_int($value) ? $value * $scale : $value;
        foreach (['x', 'y', 'width', 'height'] as $key) {
            $layer['frame'][$key] = $times($layer['frame'][$key]) + (\in_array($key, ['x', 'y'], true) ? $this->shift : 0);
        }
        foreach (['strokeWidth', 'radius'] as $key) {
            if (isset($layer[$key])) {
                $layer[$key] = $times($layer[$key]);
            }
        }
        if (isset($layer['dashes'])) {
            $layer['dashes'] = array_map($times, $layer['dashes']);
        }
        if (isset($layer['style'])) {
            $layer['style']['size'] = $times($layer['style']['size']);
            $layer['fit']['leastSize'] = $times($layer['fit']['leastSize']);
            foreach (['outline' => ['width'], 'shadow' => ['dx', 'dy', 'blur'], 'highlight' => ['padding']] as $effect => $lengths) {
                foreach (isset($layer['effects'][$effect]) ? $lengths : [] as $length) {
                    $layer['effects'][$effect][$length] = $times($layer['effects'][$effect][$length]);
                }
            }
        }

        return $layer;
    }

    /** @return array<string, true> */
    private static function groups(Template $template): array
    {
        $groups = [];
        foreach ($template->side()->layers as $layer) {
            if (null !== $layer->group) {
                $groups[$layer->group] = true;
            }
        }

        return $groups;
    }

    /** @param array<string, true> $taken */
    private static function free(string $id, array $taken): string
    {
        $base = substr((string) preg_replace('/-\d+$/', '', $id), 0, 34);
        for ($n = 2; isset($taken[$id]); ++$n) {
            $id = "$base-$n";
        }

        return $id;
    }
}
