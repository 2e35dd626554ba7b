<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use PHPUnit\Framework\TestCase;

/** Our stylesheets: colours are said once, under a name; sides are where a line begins and ends. */
final class StylesTest extends TestCase
{
    public function testColoursAreNamedInOnePlace(): void
    {
        $found = [];
        foreach (glob(__DIR__ . '/../../assets/styles/*.css') ?: [] as $file) {
            $styles = (string) file_get_contents($file);
            if ('base.css' === basename($file)) {
                $styles = substr($styles, (int) strpos($styles, "}\n"));
            }
            preg_match_all('/#[0-9a-f]{3,8}(?=[\s;,)])|\b(?:rgb|hsl)a?\(/i', $styles, $colours);
            if ([] !== $colours[0]) {
                $found[basename($file)] = $colours[0];
            }
        }
        self::assertSame([], $found, 'name a colour in base.css, or mix one of those with color-mix()');
    }

    public function testSidesAreWhereALineBeginsAndEnds(): void
    {
        $found = [];
        foreach (glob(__DIR__ . '/../../assets/styles/*.css') ?: [] as $file) {
            // Only what is placed by coordinates of a page, as on the stage, knows left from right.
            $physical = '/(?:margin|padding|border)-(?:left|right)[\w-]*:|text-align: (?:left|right)|float: (?:left|right)/';
            preg_match_all($physical, (string) file_get_contents($file), $sides);
            [] === $sides[0] || $found[basename($file)] = $sides[0];
        }
        self::assertSame([], $found, 'write margin-inline-start, padding-inline-end, text-align: start');
    }

    public function testEveryNamedColourIsUsed(): void
    {
        $all = '';
        foreach (glob(__DIR__ . '/../../assets/styles/*.css') ?: [] as $file) {
            $all .= file_get_contents($file);
        }
        preg_match_all('/^ +--((?!bs-)[a-z-]+): #/m', $all, $named);
        self::assertNotSame([], $named[1]);
        foreach ($named[1] as $name) {
            self::assertStringContainsString("var(--$name)", $all);
        }
    }
}
