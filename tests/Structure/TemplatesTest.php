<?php

declare(strict_types=1);

namespace Morphea\Tests\Structure;

use PHPUnit\Framework\TestCase;

/** Our templates: what they name in code is there, on pages that no test opens as well. */
final class TemplatesTest extends TestCase
{
    public function testEveryClassAndConstantThatATemplateNamesExists(): void
    {
        $missing = [];
        $looked = 0;
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__, 2) . '/templates'));
        foreach ($files as $file) {
            if (!$file instanceof \SplFileInfo || 'twig' !== $file->getExtension()) {
                continue;
            }
            preg_match_all("/'(Morphea(?:\\\\\\\\\\w+)+(?:::\\w+)?)'/", (string) file_get_contents($file->getPathname()), $named);
            foreach ($named[1] as $name) {
                $name = stripslashes(strtr($name, ['\\\\' => '\\\\']));
                ++$looked;
                if (str_contains($name, '::') ? !\defined($name) : !class_exists($name)) {
                    $missing[] = "{$file->getFilename()}: $name";
                }
            }
        }
        self::assertSame([], $missing);
        self::assertGreaterThan(5, $looked);
    }
}
