<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\Core\Template\Layer;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\TextLayer;
use Morphea\Core\Template\Unit;

/** What people choose and type in the rule line, turned into values of the template: words into numbers, their units into dots. */
final readonly class EditInput
{
    private const TYPE_LENGTHS = ['style.size', 'fit.leastSize', 'strokeWidth', 'radius'];
    private const SIDE_LENGTHS = ['frame.x', 'frame.y', 'frame.width', 'frame.height'];
    private const PER_CENT = ['opacity', 'style.letterSpacing'];
    private const NUMBERS = ['frame.rotation', 'style.lineHeight'];
    private const SWITCHES = ['locked', 'hidden'];
    private const COLOURS = ['style.colour', 'fill', 'stroke'];
    private const WORDS = ['name', 'style.family', 'style.align', 'style.verticalAlign', 'style.case', 'shape'];

    public function __construct(private Template $template, private Layer $layer)
    {
    }

    /** Letters are measured in points on paper and in pixels on screens. */
    public static function typeUnit(Template $template): Unit
    {
        return Unit::Pixel === $template->unit ? Unit::Pixel : Unit::Point;
    }

    /**
     * @param array<array-key, mixed> $set
     *
     * @return non-empty-array<string, mixed> by path
     *
     * @throws TemplateError
     */
    public function values(array $set): array
    {
        $values = [];
        foreach ($set as $path => $value) {
            $values += $this->value((string) $path, \is_string($value) ? trim($value) : '');
        }

        return [] !== $values ? $values : throw new TemplateError('', 'Nothing was to be changed.');
    }

    /** @return array<string, mixed> */
    private function value(string $path, string $value): array
    {
        return match (true) {
            \in_array($path, self::TYPE_LENGTHS, true) => [$path => self::typeUnit($this->template)->toDots($this->number($path, $value), $this->template->dpi)],
            \in_array($path, self::SIDE_LENGTHS, true) => [$path => $this->template->unit->toDots($this->number($path, $value), $this->template->dpi)],
            \in_array($path, self::PER_CENT, true) => [$path => $this->number($path, $value) / 100],
            \in_array($path, self::NUMBERS, true) => [$path => $this->number($path, $value)],
            \in_array($path, self::SWITCHES, true) => [$path => '1' === $value],
            \in_array($path, self::COLOURS, true) => [$path => 'none' === $value ? null : strtoupper($value)],
            \in_array($path, self::WORDS, true) => [$path => $value],
            'picture.fit' === $path => ['fit' => $value],
            'face' === $path => ['style.weight' => (int) $value, 'style.italic' => str_ends_with($value, 'i')],
            'fit.mode' === $path => ['fit' => $this->fit($value)],
            'fit.maxLines' === $path => ['fit.maxLines' => (int) $this->number($path, $value)],
            'fit.then' === $path => ['fit.leastSize' => 'shrinks' === $value ? $this->halfSize() : null],
            'empty' === $path => ['empty.words' => 'words' === $value ? '–' : null],
            'empty.words' === $path => ['empty.words' => '' === $value ? null : $value],
            default => throw new TemplateError($path, 'is nothing that can be changed here'),
        };
    }

    /** @return array{mode: string, leastSize: float|null, maxLines: int} a sensible rule of that mode, keeping what was said before */
    private function fit(string $mode): array
    {
        $before = $this->layer instanceof TextLayer ? $this->layer->fit : null;

        return match ($mode) {
            'shrink' => ['mode' => $mode, 'leastSize' => $before->leastSize ?? $this->halfSize(), 'maxLines' => 1],
            'wrap' => ['mode' => $mode, 'leastSize' => $before?->leastSize, 'maxLines' => max(2, $before->maxLines ?? 2)],
            default => ['mode' => $mode, 'leastSize' => null, 'maxLines' => 1],
        };
    }

    private function halfSize(): float
    {
        return $this->layer instanceof TextLayer ? $this->layer->style->size / 2 : 10.0;
    }

    private function number(string $path, string $value): float
    {
        $plain = str_replace([',', '−'], ['.', '-'], $value);

        return is_numeric($plain) ? (float) $plain : throw new TemplateError($path, "“{$value}” is no number");
    }
}
