<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Editor\Rows\BlankTable;
use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Engine\Import\Workbook;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\JobStoppedException;
use Morphea\Core\Tests\English;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PHPUnit\Framework\Attributes\TestWith;

/** Workbooks as they come in and go out. */
final class WorkbookTest extends AppTestCase
{
    public function testCellsComeInAsTheSpreadsheetShowsThem(): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet()->setTitle('Claims');
        $sheet->fromArray([['Tag', 'Due', 'Price', 'Share', 'Sum', 'Late'], [7, 46085, 1234.5, 0.25, '=A2*2', '=NA()']]);
        foreach (['A2' => '000', 'B2' => 'd mmmm yyyy', 'C2' => '#,##0.00', 'D2' => '0 %'] as $cell => $format) {
            $sheet->getStyle($cell)->getNumberFormat()->setFormatCode($format);
        }
        $grid = $this->workbook()->grid($this->saved($book, 'Xlsx'), 'claims.xlsx');
        self::assertSame(['Claims', ['Claims']], [$grid->sheet, $grid->sheets]);
        self::assertSame(['007', '4 March 2026', '1,234.50', '25 %', '14', '#N/A'], $grid->lines[1]);
        self::assertSame(
            [
                '2 formulas were imported as their last saved values.',
                '1 cell holds a spreadsheet error such as 1N/A. They are kept as they are; correct them here or in the file.',
            ],
            English::all($grid->notices),
        );
    }

    #[TestWith(['Xlsx', null, 'Rows', 'a sheet with nothing in it is passed over'])]
    #[TestWith(['Xlsx', 'Towns', 'Towns', 'the one that was asked for'])]
    #[TestWith(['Xlsx', 'Gone', 'Rows', 'one that is not there'])]
    #[TestWith(['Ods', 'Towns', 'Towns', 'in the other format, too'])]
    public function testTheSheetThatIsMeant(string $format, ?string $asked, string $sheet, string $because): void
    {
        $book = new Spreadsheet();
        $book->getActiveSheet()->setTitle('Empty');
        $book
            ->createSheet()
            ->setTitle('Rows')
            ->fromArray([['Name'], ['Ng']]);
        $book
            ->createSheet()
            ->setTitle('Towns')
            ->fromArray([['Town'], ['Northwater']]);
        $grid = $this->workbook()->grid($this->saved($book, $format), 'x', $asked);
        self::assertSame(
            [['Empty', 'Rows', 'Towns'], 'Towns' === $sheet ? 'Northwater' : 'Ng'],
            [$grid->sheets, $grid->lines[1][0]],
            $because,
        );
    }

    #[TestWith(['Xlsx', 2_001])]
    #[TestWith(['Ods', null])]
    public function testReadingTellsHowFarItIsAndCanBeEnded(string $format, ?int $total): void
    {
        $book = new Spreadsheet();
        $book
            ->getActiveSheet()
            ->fromArray([['Name', 'No'], ...array_map(static fn (int $i): array => ["Name $i", $i], range(1, 2_000))]);
        $path = $this->saved($book, $format);
        $told = [];
        $this->workbook()->grid($path, 'x', null, static function (int $lines, ?int $of) use (&$told): void {
            $told[] = [$lines, $of];
        });
        self::assertGreaterThan(4, \count($told));
        self::assertSame([$total], array_values(array_unique(array_column($told, 1))));
        $lines = array_column($told, 0);
        $sorted = $lines;
        sort($sorted);
        self::assertSame($sorted, $lines, 'it never goes back');
        self::assertLessThanOrEqual(2_001, max([0, ...$lines]));
        $this->expectException(JobStoppedException::class);
        $this->workbook()->grid($path, 'x', null, static fn () => throw new JobStoppedException());
    }

    public function testWhatOnlyLooksLikeAWorkbookIsRefusedByItsContents(): void
    {
        foreach (
            [
                'not a workbook' => ['readme.txt' => 'hello'],
                'unpacks to more' => [
                    'xl/workbook.xml' => '<workbook/>',
                    'xl/worksheets/sheet1.xml' => str_repeat(' ', 201_000_000),
                ],
            ]
            as $words => $entries
        ) {
            $path = (string) tempnam(sys_get_temp_dir(), 'zip');
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::OVERWRITE);
            foreach ($entries as $name => $bytes) {
                $zip->addFromString($name, $bytes);
            }
            $zip->close();
            try {
                $this->workbook()->check($path, 'x.xlsx');
                self::fail("$words was not refused");
            } catch (UploadException $e) {
                self::assertStringContainsString($words, English::say($e));
            } finally {
                unlink($path);
            }
        }
    }

    #[TestWith(['xlsx', 'Xlsx'])]
    #[TestWith(['ods', 'Ods'])]
    public function testTablesGoOutAsTextsWithFrozenHeadingsAndNotes(string $ending, string $format): void
    {
        $path = (new TableFileWriter())->write(
            $ending,
            ['Tag', 'Sum'],
            [['007', '=1+1'], ['', 'ring']],
            [1 => 'What it comes to.'],
        );
        $sheet = IOFactory::createReader($format)->load($path)->getActiveSheet();
        self::assertSame([['Tag', 'Sum'], ['007', '=1+1'], [null, 'ring']], $sheet->toArray(calculateFormulas: false));
        self::assertFalse($sheet->getCell('B2')->isFormula(), 'nothing is run');
        self::assertStringContainsString('What it comes to.', $sheet->getComment('B1')->getText()->getPlainText());
        unlink($path);
    }

    /**
     * @param list<string>          $headings
     * @param array<string, non-empty-string> $wants
     */
    #[
        TestWith([
            'mending-certificate',
            ['Full name', 'Hours', 'Craft', 'Issued', 'Register'],
            ['Hours' => 'A number.', 'Issued' => 'A date, as in 2026-03-04.'],
        ]),
    ]
    #[
        TestWith([
            'winter-pin',
            ['Photo', 'Kicker', 'Title', 'Minutes', 'Tool'],
            ['Photo' => 'The name of a picture, with or without its extension.'],
        ]),
    ]
    public function testABlankSheetSaysWhatEachColumnWants(string $starter, array $headings, array $wants): void
    {
        $file = self::getContainer()->get(StarterShelf::class)->load($starter);
        self::assertNotNull($file);
        $blank = BlankTable::of($file->design);
        self::assertEqualsCanonicalizing($headings, $blank->headings);
        self::assertCount(\count($headings), $blank->sample);
        foreach ($wants as $heading => $words) {
            self::assertStringStartsWith($words, English::say($blank->notes[(int) array_search($heading, $blank->headings, true)]));
        }
    }

    private function workbook(): Workbook
    {
        return new Workbook();
    }

    private function saved(Spreadsheet $book, string $format): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'book');
        IOFactory::createWriter($book, $format)->save($path);

        return $path;
    }
}
