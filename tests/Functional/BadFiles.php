<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\Tests\Program;

/** Files as nobody should send them. */
final class BadFiles
{
    public static function make(string $name): string
    {
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10">';

        return match ($name) {
            'half.jpg' => substr((string) file_get_contents(\dirname(__DIR__) . '/Fixtures/plain.jpg'), 0, 600),
            'large.png' => "\x89PNG\r\n\x1a\n\0\0\0\rIHDR" . pack('NN', 30000, 30000) . "\x08\x02\0\0\0" . pack('N', 0),
            'page.png' => '<html><script>alert(1)</script></html>',
            'bomb.svg' => '<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>' . $svg . '<text>&b;</text></svg>',
            'half.svg' => $svg . '<rect',
            'forest.svg' => $svg . str_repeat('<path d="M0 0h1"/>', 100_000) . '</svg>',
            'endless.svg'
                => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1e999 1e999"><rect width="1" height="1"/></svg>',
            'vast.svg' => '<svg xmlns="http://www.w3.org/2000/svg" width="1e30" height="5"><rect width="1" height="1"/></svg>',
            'masks.svg' => self::masks(40),
            'slow-masks.svg' => self::masks(11),
            'deep.svg' => $svg . str_repeat('<g>', 120) . '<rect width="9" height="9"/>' . str_repeat('</g>', 120) . '</svg>',
            'nested.pdf' => self::nestedForms(),
            'lines.pdf' => self::content(str_repeat("0 0 m 9 9 l S\n", 1_600_000)),
            'sizeless.svg' => '<svg xmlns="http://www.w3.org/2000/svg"><rect width="1" height="1"/></svg>',
            'half.pdf' => substr(self::pdf(1), 0, 300),
            'locked.pdf' => self::pdf(1, true),
            'book.pdf' => self::pdf(500),
            default => throw new \LogicException($name),
        };
    }

    /** A small drawing in which every mask is masked twice by the next. */
    private static function masks(int $depth): string
    {
        $svg = '<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="2000">';
        for ($i = 0; $i < $depth; ++$i) {
            $next = $i + 1 < $depth ? ' mask="url(#m' . ($i + 1) . ')"' : '';
            $svg .= "<mask id=\"m$i\"><rect width=\"2000\" height=\"2000\" fill=\"#fff\"$next/>" .
                "<circle cx=\"900\" cy=\"900\" r=\"800\" fill=\"#888\"$next/></mask>";
        }

        return $svg . '<rect width="2000" height="2000" fill="#c63d1e" mask="url(#m0)"/></svg>';
    }

    /** A PDF of a page with this content. */
    private static function content(string $stream, string $objects = '', string $resources = '<<>>'): string
    {
        return "%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj\n" .
            "3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 612 792]/Contents 4 0 R/Resources $resources>>endobj\n" .
            '4 0 obj<</Length ' .
            \strlen($stream) .
            ">>stream\n{$stream}endstream endobj\n{$objects}trailer<</Root 1 0 R>>\n%%EOF";
    }

    /** Forms that each show the next ten times. */
    private static function nestedForms(): string
    {
        $objects = '';
        for ($i = 0; $i < 9; ++$i) {
            $inside = $i < 8 ? str_repeat('/F Do ', 10) : str_repeat("0 0 m 9 9 l S\n", 10);
            $resources = $i < 8 ? '<</XObject<</F ' . (11 + $i) . ' 0 R>>>>' : '<<>>';
            $objects .=
                10 +
                $i .
                " 0 obj<</Type/XObject/Subtype/Form/BBox[0 0 612 792]/Resources $resources/Length " .
                \strlen($inside) .
                ">>stream\n{$inside}endstream endobj\n";
        }

        return self::content('/F Do ', $objects, '<</XObject<</F 10 0 R>>>>');
    }

    private static function pdf(int $pages, bool $locked = false): string
    {
        $one = (string) tempnam(sys_get_temp_dir(), 'pdf');
        $all = "$one.pdf";
        (new Program(
            ['rsvg-convert', '--format=pdf', "--output=$one"],
            input: '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100"><rect width="50" height="50"/></svg>',
        ))->mustRun();
        (new Program([
            'qpdf',
            ...$locked
                ? ['--encrypt', 'tide', 'wick', '256', '--', $one]
                : ['--empty', '--pages', ...array_merge(...array_fill(0, $pages, [$one])), '--'],
            $all,
        ]))->mustRun();
        $bytes = (string) file_get_contents($all);
        unlink($one);
        unlink($all);

        return $bytes;
    }
}
