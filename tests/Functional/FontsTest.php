<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\FontReader;
use Morphea\App\Engine\Render\FontSetup;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Runs\Runs\PieceReport;
use Morphea\Core\Tests\English;
use Morphea\Tests\Tools;
use PHPUnit\Framework\Attributes\TestWith;

final class FontsTest extends AppTestCase
{
    /** A font nobody has: one that ships, under another name of the same length, so that its tables stay in place. */
    private static function harbour(string $name = 'Harb'): string
    {
        $bytes = (string) file_get_contents(\dirname(__DIR__, 2) . '/fonts/lora/700.ttf');
        foreach (
            [
                $name => 'Lora',
                (string) mb_convert_encoding($name, 'UTF-16BE') => (string) mb_convert_encoding('Lora', 'UTF-16BE'),
            ]
            as $new => $old
        ) {
            $bytes = str_replace($old, (string) $new, $bytes);
        }

        // Suites that run side by side each have one of their own, for they take it away again.
        return $bytes . str_pad((string) ($_SERVER['MORPHEA_TESTS'] ?? ''), 8, "\0");
    }

    public function testAnOwnFontIsListedUsedMadeWithAndTakenAlong(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|12");
        $this->post(
            "/projects/{$project->id()}/compose/fonts",
            ['licence' => 'Bought 3 May'],
            ['fonts' => [$this->sent(self::harbour(), 'harb.ttf')]],
        );
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('1 font imported: Harb.', $this->body());
        self::assertStringContainsString('Bought 3 May', $this->body());
        self::assertStringContainsString(
            'SIL Open Font License',
            $this->body(),
            'what the file says of its licence is kept too',
        );
        self::assertSame(1, preg_match('/own[0-9a-f]{16}/', $this->body(), $m));
        $this->post("/projects/{$project->id()}/compose/set", [
            'layer' => 'recipient',
            'set' => ['style.family' => 'Harb', 'face' => '700'],
        ]);
        self::assertStringContainsString("font-family=\"$m[0]\"", $this->body(), 'the stage draws with it');
        self::assertStringNotContainsString('stands in', $this->body());
        $this->browser->request('GET', '/own-fonts.css');
        self::assertStringContainsString($m[0], $this->body());

        foreach (['pdf', 'png'] as $format) {
            $this->order($project, ['format' => $format, 'name' => 'x']);
            $this->work();
            $made[$format] = $this->download($project);
        }
        self::assertContains(
            'Harb-Bold',
            array_map(
                static fn (array $font): string => (string) preg_replace('/^[A-Z]{6}\+/', '', $font['name']),
                Tools::pdfFonts($made['pdf']),
            ),
        );
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'recipient', 'set' => ['style.family' => 'Lora']]);
        $this->order($project, ['format' => 'png', 'name' => 'x']);
        $this->work();
        self::assertSame(
            md5(Tools::pieces($this->download($project))['x.png']),
            md5(Tools::pieces($made['png'])['x.png']),
            'the same letters under another name give the same pixels',
        );

        $this->post("/projects/{$project->id()}/compose/undo");
        $this->browser->request('GET', "/projects/{$project->id()}/save.morphea");
        $saved = Tools::unzip($this->browser->getInternalResponse()->getContent());
        $fonts = array_values(
            array_filter(array_keys($saved), static fn (string $name): bool => str_starts_with($name, 'fonts/')),
        );
        self::assertCount(1, $fonts);
        self::assertSame(self::harbour(), $saved[$fonts[0]]);
    }

    protected function tearDown(): void
    {
        foreach (['Harb', 'Haze'] as $name) {
            @unlink(\dirname(__DIR__, 2) . '/var/fonts/own/' . hash('sha256', self::harbour($name)) . '.ttf');
        }
        parent::tearDown();
    }

    public function testAFontThatComesWhileAWorkerRunsIsDrawnWithToo(): void
    {
        $svg = static fn (
            string $family,
        ): string => '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="80">' .
            "<rect width=\"400\" height=\"80\" fill=\"#FFFFFF\"/><text x=\"10\" y=\"60\" font-family=\"$family\" " .
            'font-weight="700" font-size="48">Harbour</text></svg>';
        $renderer = self::getContainer()->get(Renderer::class);
        $draw = static fn (string $svg): string => $renderer->png($svg, 96, true, 4);
        $lora = $draw($svg('Lora'));
        $alias = FontSetup::alias(hash('sha256', self::harbour('Haze')));
        self::assertNotSame($lora, $draw($svg($alias)), 'it is not there yet');
        self::getContainer()
            ->get(FontSetup::class)
            ->place(hash('sha256', self::harbour('Haze')), 'ttf', static fn (): string => self::harbour('Haze'));
        self::assertSame($lora, $draw($svg($alias)));
    }

    public function testACorrectedFontIsAskedAboutAndTakesThePlaceOfTheOldOne(): void
    {
        $project = $this->project("Full name|Hours|Craft|Issued|Register\nNg|4|clocks|2026-03-09|12");
        $fonts = "/projects/{$project->id()}/compose/fonts";
        $this->post($fonts, [], ['fonts' => [$this->sent(self::harbour(), 'harb.ttf')]]);
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'recipient', 'set' => ['style.family' => 'Harb']]);
        $this->order($project, ['format' => 'png', 'name' => 'x']);
        $this->work();
        $corrected = self::harbour() . 'corrected';
        $hashes = fn (): array => $this->entities()->getConnection()->fetchFirstColumn('SELECT hash FROM font');

        $this->post($fonts, [], ['fonts' => [$this->sent($corrected, 'harb.ttf')]]);
        self::assertStringContainsString('Harb, 700, is already installed from another', $this->body());
        self::assertStringContainsString("Used in: {$this->reload($project)->name()}.", $this->body());
        self::assertSame([hash('sha256', self::harbour())], $hashes(), 'it was only asked');

        $this->post("$fonts/replace");
        self::assertStringContainsString('1 font imported: Harb.', $this->body());
        self::assertSame([hash('sha256', $corrected)], $hashes());
        self::assertStringContainsString(FontSetup::alias(hash('sha256', $corrected)), $this->body());
        $this->order($project, ['format' => 'png', 'name' => 'x']);
        $this->work();
        $counts = self::getContainer()->get(PieceReport::class)->counts($this->newestRun());
        self::assertSame(0, $counts['taken'], 'what it changes is made anew');
        $this->post("$fonts/replace");
        self::assertStringNotContainsString('imported:', $this->body(), 'once');
        @unlink(\dirname(__DIR__, 2) . '/var/fonts/own/' . hash('sha256', $corrected) . '.ttf');
    }

    public function testAFontTakenAwayIsMissedInTheDesignsThatUseIt(): void
    {
        $project = $this->project();
        $this->post("/projects/{$project->id()}/compose/fonts", [], ['fonts' => [$this->sent(self::harbour(), 'harb.ttf')]]);
        $this->post("/projects/{$project->id()}/compose/set", ['layer' => 'recipient', 'set' => ['style.family' => 'Harb']]);
        $this->post("/projects/{$project->id()}/compose/fonts/remove", ['family' => 'Harb']);
        $this->browser->request('GET', "/projects/{$project->id()}/compose");
        self::assertStringContainsString('“Harb” is not installed', $this->body());
    }

    public function testAFontOfAShippedNameDoesNotTakeItsPlace(): void
    {
        $project = $this->project();
        $this->post(
            "/projects/{$project->id()}/compose/fonts",
            [],
            [
                'fonts' => [
                    $this->sent((string) file_get_contents(\dirname(__DIR__, 2) . '/fonts/caveat/400.ttf'), 'caveat.ttf'),
                ],
            ],
        );
        self::assertStringContainsString('1 font imported: Caveat (own).', $this->body());
    }

    #[TestWith(['short', 'is damaged: parts of the font are missing'])]
    #[TestWith(['tables', 'is damaged: parts of the font are missing'])]
    #[TestWith(['text', 'is not a usable font'])]
    #[TestWith(['web', 'is a web font'])]
    #[TestWith(['collection', 'is a collection of several fonts'])]
    #[TestWith(['restricted', 'does not allow embedding'])]
    #[TestWith(['nameless', 'does not contain a font name'])]
    public function testFontsThatCannotBeUsedAreRefusedInWords(string $kind, string $words): void
    {
        $font = self::harbour();
        $bytes = match ($kind) {
            'short' => substr($font, 0, 4000),
            'tables' => str_replace('glyf', 'gone', $font),
            'text' => 'not a font',
            'web' => 'wOF2' . $font,
            'collection' => 'ttcf' . $font,
            'restricted' => self::patched($font, 'OS/2', 8, "\0\2"),
            default => self::patched($font, 'name', 2, "\0\0"),
        };
        English::refuses("“harb.ttf” $words", static fn (): mixed => (new FontReader())->read($bytes, 'harb.ttf'));
    }

    private static function patched(string $font, string $table, int $at, string $bytes): string
    {
        $entry = (int) strpos($font, $table);
        /** @var array{1: int} $offset */
        $offset = unpack('N', $font, $entry + 8);

        return substr_replace($font, $bytes, $offset[1] + $at, \strlen($bytes));
    }
}
