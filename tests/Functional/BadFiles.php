<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Symfony\Component\Process\Process;

/** Files as nobody should send them. */
final class BadFiles
{
    public static function make(string $name): string
    {
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10">';

        return match ($name) {
            'half.jpg' => substr((string) file_get_contents(\dirname(__DIR__).'/Fixtures/plain.jpg'), 0, 600),
            'large.png' => "\x89PNG\r\n\x1a\n\0\0\0\rIHDR".pack('NN', 30000, 30000)."\x08\x02\0\0\0".pack('N', 0),
            'page.png' => '<html><script>alert(1)</script></html>',
            'bomb.svg' => '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>'.$svg.'<text>&b;</text></svg>',
            'half.svg' => $svg.'<rect',
            'forest.svg' => $svg.str_repeat('<path d="M0 0h1"/>', 100_000).'</svg>',
            'sizeless.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><rect width="1" height="1"/></svg>',
            'half.pdf' => substr(self::pdf(1), 0, 300),
            'locked.pdf' => self::pdf(1, true),
            'book.pdf' => self::pdf(500),
            default => throw new \LogicException($name),
        };
    }

    private static function pdf(int $pages, bool $locked = false): string
    {
        $one = (string) tempnam(sys_get_temp_dir(), 'pdf');
        $all = "$one.pdf";
        (new Process(['rsvg-convert', '--format=pdf', "--output=$one"], input: '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><rect width="50" height="50"/></svg>'))->mustRun();
        (new Process(['qpdf', ...($locked ? ['--encrypt', 'tide', 'wick', '256', '--', $one] : ['--empty', '--pages', ...array_merge(...array_fill(0, $pages, [$one])), '--']), $all]))->mustRun();
        $bytes = (string) file_get_contents($all);
        unlink($one);
        unlink($all);

        return $bytes;
    }
}
