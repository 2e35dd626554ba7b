<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use PHPUnit\Framework\TestCase;

/** Our stylesheets: colours are said once, under a name. */
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
