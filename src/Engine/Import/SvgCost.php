<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

/**
 * The cost of drawing a cleaned drawing: its parts, counted as often as they are drawn. Anything masked, clipped,
 * filtered or reused counts together with what it refers to, each time; a few nested masks of two parts each can mean
 * billions.
 */
final class SvgCost
{
    /** Whatever refers to something is drawn on a surface of its own first. */
    private const SURFACE = 20.0;
    /** Letters of a path that are about as much work as a part. */
    private const PATH_LETTERS = 60;
    private const REFERENCES = ['mask', 'clip-path', 'filter', 'fill', 'stroke'];

    /** @var array<string, \DOMElement> */
    private array $ids = [];
    /** @var array<string, float|null> by id; null while it is being counted */
    private array $known = [];

    private function __construct(\DOMDocument $drawing)
    {
        foreach ($drawing->getElementsByTagName('*') as $element) {
            if ('' !== ($id = $element->getAttribute('id'))) {
                $this->ids[$id] = $element;
            }
        }
    }

    /** In parts; infinite for circular references. */
    public static function of(\DOMDocument $drawing): float
    {
        $root = $drawing->documentElement;

        return null === $root ? 0.0 : (new self($drawing))->element($root);
    }

    private function element(\DOMElement $element): float
    {
        $cost = 1.0 + (\strlen($element->getAttribute('d')) + \strlen($element->getAttribute('points'))) / self::PATH_LETTERS;
        foreach (self::REFERENCES as $attribute) {
            if (1 === preg_match('/^url\(#([^)]+)\)$/', $element->getAttribute($attribute), $m)) {
                $cost += self::SURFACE + $this->target($m[1]);
            }
        }
        $href = $element->getAttributeNS('http://www.w3.org/1999/xlink', 'href') ?: $element->getAttribute('href');
        if (str_starts_with($href, '#')) {
            $cost += $this->target(substr($href, 1));
        }
        foreach ($element->childNodes as $child) {
            if ($child instanceof \DOMElement) {
                $cost += $this->element($child);
            }
        }

        return $cost;
    }

    private function target(string $id): float
    {
        if (!isset($this->ids[$id])) {
            return 0.0;
        }
        if (\array_key_exists($id, $this->known)) {
            return $this->known[$id] ?? \INF;
        }
        $this->known[$id] = null;

        return $this->known[$id] = $this->element($this->ids[$id]);
    }
}
