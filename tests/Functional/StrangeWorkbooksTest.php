<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\Core\Tests\English;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;

/** Workbooks with more in them than a table. */
#[Group('alone')]
final class StrangeWorkbooksTest extends TestCase
{
    use TableFiles;

    public function testOfTenThousandNamesOfOneSheetOnlyAFewAreLookedAt(): void
    {
        $names = implode('', array_map(static fn (int $i): string => "<sheet name=\"S$i\" r:id=\"rId1\"/>", range(1, 10_000)));
        self::xlsx(
            $path = $this->path(),
            [str_repeat('<row/>', 100_000)],
            more: [
                'xl/workbook.xml' => '<workbook xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships">' .
                    "<sheets>$names</sheets></workbook>",
            ],
        );
        $began = hrtime(true);
        $grid = self::reader()->file($path, 'rows');
        self::assertSame([10_000, []], [\count($grid->sheets), $grid->lines]);
        self::assertLessThan(20e9, hrtime(true) - $began, 'all of them would take minutes');
    }

    public function testOnlyWhatIsInsideOfAWorkbookIsReadAndTheRestIsTold(): void
    {
        $secret = $this->path();
        file_put_contents($secret, 'a secret of the server');
        $relations = static fn (
            string ...$inside,
        ): string => '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">' .
            implode('', $inside) .
            '</Relationships>';
        $image = static fn (
            string $id,
            string $target,
            string $more = '',
        ): string => "<Relationship Id=\"$id\" Type=\"http://x/image\" Target=\"$target\"$more/>";
        $anchor = static fn (
            string $id,
            int $row,
        ): string => "<xdr:oneCellAnchor><xdr:from><xdr:col>1</xdr:col><xdr:row>$row</xdr:row></xdr:from><xdr:pic>" .
            "<xdr:blipFill><a:blip r:embed=\"$id\"/></xdr:blipFill></xdr:pic></xdr:oneCellAnchor>";
        $path = $this->path();
        self::xlsx(
            $path,
            [
                '<row r="1"><c r="A1" t="inlineStr"><is><t>Name</t></is></c></row><row r="2">' .
                '<c r="A2" t="inlineStr"><is><t>Ng</t></is></c></row>',
            ],
            more: [
                'xl/worksheets/_rels/sheet1.xml.rels' => $relations(
                    '<Relationship Id="rId1" Type="http://x/drawing" Target="../drawings/drawing1.xml"/>',
                ),
                'xl/drawings/drawing1.xml' =>
                    '<xdr:wsDr xmlns:xdr="x" xmlns:a="a" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships">' .
                    implode('', array_map($anchor, ['rId1', 'rId2', 'rId3', 'rId4', 'rId5'], [1, 2, 3, 4, 5])) .
                    '</xdr:wsDr>',
                'xl/drawings/_rels/drawing1.xml.rels' => $relations(
                    $image('rId1', "file://$secret", ' TargetMode="External"'),
                    $image('rId2', '../media/gone.png'),
                    $image('rId3', '../media/old.emf'),
                    $image('rId4', '../media/kettle.png'),
                    $image('rId5', "../../../../../../..$secret"),
                ),
                'xl/media/old.emf' => 'x',
                'xl/media/kettle.png' => 'bytes',
            ],
        );
        $grid = self::reader()->file($path, 'rows');
        self::assertSame(
            [['line' => 4, 'column' => 1, 'entry' => 'xl/media/kettle.png', 'name' => 'kettle.png']],
            $grid->pictures,
        );
        self::assertSame(
            [
                '1 picture in the cells is left out: the file only links to it. Insert it into the file, or import it separately.',
                '2 pictures in the cells are left out: the file names them but does not contain them.',
                '1 picture in the cells is left out: its type cannot be read (old.emf). Save it as PNG or JPEG and ' .
                'import it separately.',
            ],
            English::all($grid->notices),
        );
    }

    public function testFormulasThatWereNeverCalculatedAreNamed(): void
    {
        $path = $this->path();
        self::xlsx($path, [
            '<row r="1"><c r="A1" t="inlineStr"><is><t>Sum</t></is></c></row><row r="2"><c r="A2"><f>1+1</f></c>' .
            '<c r="B2"><f>2+2</f><v>4</v></c><c r="C2" t="str"><f>""</f><v></v></c></row>',
        ]);
        $grid = self::reader()->file($path, 'rows');
        self::assertSame(['', '4'], $grid->lines[1]);
        self::assertSame(
            [
                '2 formulas were imported as their last saved values.',
                '1 formula was never calculated, so its cell is empty: A2. Open the file in a spreadsheet program, ' .
                'save it there, and import it again.',
            ],
            English::all($grid->notices),
        );
    }

    public function testWhatTheSpreadsheetHidesIsSaidAndCanBeLeftOut(): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        $sheet->fromArray([['Name', 'Secret', 'Town'], ['Ng', 'x', 'NW'], ['Oar', 'y', 'SL'], ['Pip', 'z', 'ST']]);
        $sheet->getRowDimension(3)->setVisible(false);
        $sheet->getColumnDimension('B')->setVisible(false);
        $cells = static fn (string ...$words): string => implode(
            '',
            array_map(static fn (string $word): string => "<table:table-cell><text:p>$word</text:p></table:table-cell>", $words),
        );
        self::ods(
            $ods = $this->path(),
            '<table:table-column/><table:table-column table:visibility="collapse"/><table:table-column/><table:table-row>' .
                $cells('Name', 'Secret', 'Town') .
                '</table:table-row><table:table-row>' .
                $cells('Ng', 'x', 'NW') .
                '</table:table-row><table:table-row table:visibility="filter">' .
                $cells('Oar', 'y', 'SL') .
                '</table:table-row><table:table-row>' .
                $cells('Pip', 'z', 'ST') .
                '</table:table-row>',
        );
        foreach ([$this->saved($book, 'Xlsx'), $ods] as $path) {
            $grid = self::reader()->file($path, 'rows');
            self::assertSame([[2], [1]], [$grid->hiddenLines, $grid->hiddenColumns]);
            self::assertSame([['Name', 'Town'], ['Ng', 'NW'], ['Pip', 'ST']], $grid->withoutHidden()->lines);
        }
    }

    public function testTheFirstSheetWithATableIsTakenNotANoteBeforeIt(): void
    {
        $book = new Spreadsheet();
        $book
            ->getActiveSheet()
            ->setTitle('Read me')
            ->fromArray([['Please fill in the second sheet.'], ['Thank you.'], ['The guild']]);
        $book
            ->createSheet()
            ->setTitle('Volunteers')
            ->fromArray([['Name', 'Town'], ['Ng', 'NW']]);
        self::assertSame('Volunteers', self::reader()->file($this->saved($book, 'Xlsx'), 'rows')->sheet);
        $hidden = $book
            ->createSheet(0)
            ->setTitle('Lists')
            ->fromArray([['A', 'B'], ['1', '2'], ['3', '4']]);
        $hidden->setSheetState('hidden');
        self::assertSame(
            'Volunteers',
            self::reader()->file($this->saved($book, 'Xlsx'), 'rows')->sheet,
            'nor one that is hidden',
        );
    }
}
