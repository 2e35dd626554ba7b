<?php

declare(strict_types=1);

namespace Morphea\App\Import;

/**
 * Makes an SVG from anywhere safe to stand inside our pages and drawings: only elements and attributes known to draw are kept, references
 * lead nowhere but to the drawing itself, and ids get a prefix so that two drawings do not meet. A `use` may not lead to another one: a few
 * dozen of them in a chain would draw billions of parts.
 */
final readonly class SvgCleaner
{
    public const MAX_BYTES = 5_000_000;
    private const MAX_NODES = 20_000;
    private const SVG = 'http://www.w3.org/2000/svg';
    private const XLINK = 'http://www.w3.org/1999/xlink';
    private const ELEMENTS = ['svg', 'g', 'path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon', 'defs', 'lineargradient', 'radialgradient', 'stop', 'clippath', 'mask', 'use', 'symbol', 'text', 'tspan'];
    private const PRESENTATION = ['fill', 'fill-opacity', 'fill-rule', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin', 'stroke-miterlimit', 'stroke-dasharray', 'stroke-dashoffset', 'stroke-opacity', 'opacity',
        'stop-color', 'stop-opacity', 'clip-path', 'clip-rule', 'mask', 'display', 'visibility', 'color', 'font-family', 'font-size', 'font-weight', 'font-style', 'text-anchor', 'letter-spacing'];
    private const GEOMETRY = ['id', 'd', 'x', 'y', 'x1', 'y1', 'x2', 'y2', 'cx', 'cy', 'r', 'rx', 'ry', 'fx', 'fy', 'dx', 'dy', 'width', 'height', 'points', 'transform', 'viewbox', 'preserveaspectratio', 'offset',
        'gradientunits', 'gradienttransform', 'spreadmethod', 'clippathunits', 'maskunits', 'maskcontentunits', 'href'];

    /** @throws UploadError */
    public function clean(string $svg, string $name): CleanSvg
    {
        if (\strlen($svg) > self::MAX_BYTES) {
            throw new UploadError(\sprintf('“%s” is larger than %d MB. Simplify the drawing.', $name, self::MAX_BYTES / 1_000_000));
        }
        if (1 === preg_match('/<!ENTITY|<!DOCTYPE[^>]*\[/i', $svg)) {
            throw new UploadError("“{$name}” defines entities, which drawings from elsewhere may not do. Save it as plain SVG.");
        }
        $document = new \DOMDocument();
        $before = libxml_use_internal_errors(true);
        $read = $document->loadXML($svg, \LIBXML_NONET | \LIBXML_COMPACT);
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        $root = $document->documentElement;
        if (!$read || null === $root || 'svg' !== strtolower($root->localName ?? '')) {
            throw new UploadError("“{$name}” is no readable SVG drawing. Save it again as plain SVG.");
        }
        if ($document->getElementsByTagName('*')->length > self::MAX_NODES) {
            throw new UploadError(\sprintf('“%s” has more than %s parts. Simplify the drawing.', $name, number_format(self::MAX_NODES)));
        }
        [$width, $height, $x, $y] = $this->size($root, $name);
        $this->cutChains($document);
        $prefix = 'i'.substr(hash('sha256', $svg), 0, 8).'-';
        $clean = new \DOMDocument('1.0', 'UTF-8');
        $group = $clean->createElementNS(self::SVG, 'g');
        $clean->appendChild($group);
        if (0.0 !== $x || 0.0 !== $y) {
            $group->setAttribute('transform', \sprintf('translate(%s %s)', -$x, -$y));
        }
        foreach ($root->attributes as $attribute) {
            if (\in_array($attribute->localName, self::PRESENTATION, true)) {
                $this->attribute($group, $attribute->localName, $attribute->value, $prefix);
            }
        }
        $this->copyChildren($root, $group, $prefix, 0);
        $inside = (string) $clean->saveXML($group);
        $inside = str_replace(' xmlns="'.self::SVG.'"', '', $inside);

        return new CleanSvg(\sprintf('<svg xmlns="%s" xmlns:xlink="%s" viewBox="0 0 %s %s">%s</svg>', self::SVG, self::XLINK, $width, $height, $inside), $width, $height);
    }

    /** @return array{float, float, float, float} width, height and origin of what is seen */
    private function size(\DOMElement $root, string $name): array
    {
        $box = preg_split('/[\s,]+/', trim($root->getAttribute('viewBox'))) ?: [];
        if (4 === \count($box) && $box === array_filter($box, is_numeric(...)) && (float) $box[2] > 0 && (float) $box[3] > 0) {
            return [(float) $box[2], (float) $box[3], (float) $box[0], (float) $box[1]];
        }
        $width = (float) $root->getAttribute('width');
        $height = (float) $root->getAttribute('height');
        if ($width <= 0 || $height <= 0 || str_ends_with($root->getAttribute('width'), '%')) {
            throw new UploadError("“{$name}” does not say how large it is. Save it with a width and a height.");
        }

        return [$width, $height, 0.0, 0.0];
    }

    private function cutChains(\DOMDocument $document): void
    {
        $uses = iterator_to_array($document->getElementsByTagNameNS('*', 'use'), false);
        $reusing = [];
        foreach ($uses as $use) {
            for ($node = $use; $node instanceof \DOMElement; $node = $node->parentNode) {
                $reusing[$node->getAttribute('id')] = true;
            }
        }
        unset($reusing['']);
        foreach ($uses as $use) {
            $target = ltrim($use->getAttributeNS(self::XLINK, 'href') ?: $use->getAttribute('href'), '#');
            if (isset($reusing[$target])) {
                $use->parentNode?->removeChild($use);
            }
        }
    }

    private function copyChildren(\DOMElement $from, \DOMElement $to, string $prefix, int $depth): void
    {
        if ($depth > 60 || null === $to->ownerDocument) {
            return;
        }
        foreach ($from->childNodes as $node) {
            if ($node instanceof \DOMText && \in_array($to->localName, ['text', 'tspan'], true)) {
                $to->appendChild($to->ownerDocument->createTextNode($node->data));
            }
            if (!$node instanceof \DOMElement || !\in_array(strtolower($node->localName ?? ''), self::ELEMENTS, true) || !\in_array($node->namespaceURI, [self::SVG, null], true)) {
                continue;
            }
            $copy = $to->ownerDocument->createElementNS(self::SVG, (string) $node->localName);
            foreach ($node->attributes as $attribute) {
                if ('style' === $attribute->localName) {
                    foreach (explode(';', $attribute->value) as $declaration) {
                        [$property, $value] = array_pad(array_map(trim(...), explode(':', $declaration, 2)), 2, '');
                        if (\in_array($property, self::PRESENTATION, true)) {
                            $this->attribute($copy, $property, $value, $prefix);
                        }
                    }
                } elseif (\in_array(strtolower((string) $attribute->localName), [...self::PRESENTATION, ...self::GEOMETRY], true)) {
                    $this->attribute($copy, (string) $attribute->localName, $attribute->value, $prefix);
                }
            }
            $to->appendChild($copy);
            $this->copyChildren($node, $copy, $prefix, $depth + 1);
        }
    }

    private function attribute(\DOMElement $element, string $name, string $value, string $prefix): void
    {
        if ('id' === $name) {
            $value = $prefix.preg_replace('/[^\w.-]/', '', $value);
        } elseif ('href' === $name) {
            if (1 !== preg_match('/^#([\w.-]+)$/', $value, $m)) {
                return;
            }
            $element->setAttributeNS(self::XLINK, 'xlink:href', "#$prefix$m[1]");

            return;
        } elseif (1 === preg_match('/url\s*\(/i', $value)) {
            if (1 !== preg_match('/^url\(\s*["\']?#([\w.-]+)["\']?\s*\)$/i', trim($value), $m)) {
                return;
            }
            $value = "url(#$prefix$m[1])";
        }
        $element->setAttribute($name, $value);
    }
}
