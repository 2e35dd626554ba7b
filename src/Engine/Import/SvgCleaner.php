<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Import;

use Morphea\App\Platform\Files\UploadException;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Text\FontBook;

/**
 * Makes any SVG safe to embed in our pages and drawings: only elements and attributes known to draw are kept, references
 * stay inside the drawing, embedded pictures are checked like any other, and ids get a prefix so that two drawings
 * cannot clash. A `use` may not point to another one: a chain of a few dozen would draw billions of parts. All colours
 * are written as #RRGGBB.
 */
final readonly class SvgCleaner
{
    private const SVG = 'http://www.w3.org/2000/svg';
    private const XLINK = 'http://www.w3.org/1999/xlink';
    private const ELEMENTS = [
        'svg',
        'g',
        'path',
        'rect',
        'circle',
        'ellipse',
        'line',
        'polyline',
        'polygon',
        'defs',
        'lineargradient',
        'radialgradient',
        'stop',
        'clippath',
        'mask',
        'use',
        'symbol',
        'text',
        'tspan',
        'image',
        'filter',
        'fecolormatrix',
        'fegaussianblur',
        'feoffset',
        'feflood',
        'fecomposite',
        'feblend',
        'femerge',
        'femergenode',
    ];
    private const PRESENTATION = [
        'fill',
        'fill-opacity',
        'fill-rule',
        'stroke',
        'stroke-width',
        'stroke-linecap',
        'stroke-linejoin',
        'stroke-miterlimit',
        'stroke-dasharray',
        'stroke-dashoffset',
        'stroke-opacity',
        'opacity',
        'stop-color',
        'stop-opacity',
        'clip-path',
        'clip-rule',
        'mask',
        'display',
        'visibility',
        'color',
        'overflow',
        'font-family',
        'font-size',
        'font-weight',
        'font-style',
        'text-anchor',
        'letter-spacing',
        'filter',
        'flood-color',
        'flood-opacity',
        'color-interpolation-filters',
    ];
    private const GEOMETRY = [
        'id',
        'd',
        'x',
        'y',
        'x1',
        'y1',
        'x2',
        'y2',
        'cx',
        'cy',
        'r',
        'rx',
        'ry',
        'fx',
        'fy',
        'dx',
        'dy',
        'width',
        'height',
        'points',
        'transform',
        'viewbox',
        'preserveaspectratio',
        'offset',
        'gradientunits',
        'gradienttransform',
        'spreadmethod',
        'clippathunits',
        'maskunits',
        'maskcontentunits',
        'href',
        'filterunits',
        'primitiveunits',
        'in',
        'in2',
        'result',
        'type',
        'values',
        'stddeviation',
        'operator',
        'mode',
        'k1',
        'k2',
        'k3',
        'k4',
    ];
    private const COLOURS = ['fill', 'stroke', 'stop-color', 'color', 'flood-color'];
    private const EMBEDDED = '~^data:image/(png|jpe?g);base64,([A-Za-z0-9+/=\s]+)$~';
    private const MAX_EMBEDDED_PIXELS = 25_000_000;
    private const DEEPEST = 60;

    public function __construct(private FontBook $fonts)
    {
    }

    /** @throws UploadException */
    public function clean(string $svg, string $name): CleanSvg
    {
        return $this->cleaned(SvgFile::read($svg, $name), substr(hash('sha256', $svg), 0, 8), $name);
    }

    /**
     * @param string $mark for its ids, different for every drawing
     *
     * @throws UploadException
     */
    public function cleaned(SvgFile $file, string $mark, string $name): CleanSvg
    {
        $this->cutChains($file->document);
        $prefix = "i$mark-";
        $clean = new \DOMDocument('1.0', 'UTF-8');
        $group = $clean->createElementNS(self::SVG, 'g');
        $clean->appendChild($group);
        // What has no colour is black; said out loud, it can be given another.
        $group->setAttribute('fill', '#000000');
        $moves =
            (1.0 !== $file->scale ? "scale($file->scale) " : '') .
            (0.0 !== $file->x || 0.0 !== $file->y ? \sprintf('translate(%s %s)', -$file->x, -$file->y) : '');
        if ('' !== $moves) {
            $group->setAttribute('transform', trim($moves));
        }
        $this->copyAttributes($file->root, $group, self::PRESENTATION, $prefix);
        if (!$this->copyChildren($file->root, $group, $prefix, 0)) {
            throw new UploadException(new Message('import.svg.too_deep', ['name' => $name, 'most' => self::DEEPEST]));
        }
        $inside = str_replace(' xmlns="' . self::SVG . '"', '', (string) $clean->saveXML($group));

        return new CleanSvg(
            \sprintf(
                '<svg xmlns="%s" xmlns:xlink="%s" viewBox="0 0 %s %s">%s</svg>',
                self::SVG,
                self::XLINK,
                $file->width,
                $file->height,
                $inside,
            ),
            $file->width,
            $file->height,
            SvgCost::of($clean),
        );
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

    /** @return bool false where it is nested too deeply */
    private function copyChildren(\DOMElement $from, \DOMElement $to, string $prefix, int $depth): bool
    {
        if ($depth > self::DEEPEST || null === $to->ownerDocument) {
            return false;
        }
        foreach ($from->childNodes as $node) {
            if ($node instanceof \DOMText && \in_array($to->localName, ['text', 'tspan'], true)) {
                $to->appendChild($to->ownerDocument->createTextNode($node->data));
            }
            if (
                !($node instanceof \DOMElement) ||
                !\in_array(strtolower($node->localName ?? ''), self::ELEMENTS, true) ||
                !\in_array($node->namespaceURI, [self::SVG, null], true)
            ) {
                continue;
            }
            if ('image' === strtolower((string) $node->localName) && null === $this->embedded($node)) {
                continue;
            }
            $copy = $to->ownerDocument->createElementNS(self::SVG, (string) $node->localName);
            $this->copyAttributes($node, $copy, [...self::PRESENTATION, ...self::GEOMETRY], $prefix);
            $to->appendChild($copy);
            if (!$this->copyChildren($node, $copy, $prefix, $depth + 1)) {
                return false;
            }
        }

        return true;
    }

    /** @param list<string> $known */
    private function copyAttributes(\DOMElement $from, \DOMElement $to, array $known, string $prefix): void
    {
        foreach ($from->attributes as $attribute) {
            $name = (string) $attribute->localName;
            if ('style' !== $name && \in_array(strtolower($name), $known, true)) {
                $this->attribute($to, $name, $attribute->value, $prefix);
            }
        }
        // A style counts for more than an attribute.
        foreach (self::style($from) as $property => $value) {
            if (\in_array($property, self::PRESENTATION, true)) {
                $this->attribute($to, $property, $value, $prefix);
            }
        }
    }

    /** @return array<string, string> declarations of an element's style attribute */
    public static function style(\DOMElement $element): array
    {
        $style = [];
        foreach (explode(';', $element->getAttribute('style')) as $declaration) {
            [$property, $value] = array_pad(array_map(trim(...), explode(':', $declaration, 2)), 2, '');
            if ('' !== $value) {
                $style[strtolower($property)] = $value;
            }
        }

        return $style;
    }

    private function attribute(\DOMElement $element, string $name, string $value, string $prefix): void
    {
        $small = strtolower($name);
        if ('id' === $small) {
            $value = $prefix . preg_replace('/[^\w.-]/', '', $value);
        } elseif ('href' === $small) {
            if ('image' === strtolower((string) $element->localName)) {
                $element->setAttributeNS(self::XLINK, 'xlink:href', (string) preg_replace('/\s+/', '', $value));
            } elseif (1 === preg_match('/^#([\w.-]+)$/', $value, $m)) {
                $element->setAttributeNS(self::XLINK, 'xlink:href', "#$prefix$m[1]");
            }

            return;
        } elseif (1 === preg_match('/url\s*\(/i', $value)) {
            if (1 !== preg_match('/^url\(\s*["\']?#([\w.-]+)["\']?\s*\)$/i', trim($value), $m)) {
                return;
            }
            $value = "url(#$prefix$m[1])";
        } elseif (\in_array($small, self::COLOURS, true)) {
            $value = SvgColours::plain($value);
        } elseif ('font-family' === $small) {
            $value = $this->family($value);
        }
        $element->setAttribute($name, $value);
    }

    /** The first available family of a list; the machine's own fonts differ from place to place. */
    private function family(string $list): string
    {
        foreach (explode(',', $list) as $family) {
            $family = trim($family, " \"'");
            if ($this->fonts->has($family)) {
                return $family;
            }
        }

        return FontBook::STANDARD;
    }

    /** An embedded picture that is a PNG or JPEG of acceptable size; pictures elsewhere are never fetched. */
    private function embedded(\DOMElement $image): ?string
    {
        $href = $image->getAttributeNS(self::XLINK, 'href') ?: $image->getAttribute('href');
        if (1 !== preg_match(self::EMBEDDED, $href, $m)) {
            return null;
        }
        $size = @getimagesizefromstring((string) base64_decode($m[2], true));

        return false !== $size &&
            \in_array($size['mime'], ['image/png', 'image/jpeg'], true) &&
            $size[0] * $size[1] <= self::MAX_EMBEDDED_PIXELS
            ? $href
            : null;
    }
}
