<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Import\FontReader;
use Morphea\App\Engine\Import\PictureFile;
use Morphea\App\Engine\Import\PictureReader;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\Core\Design\Edits\PlaceLayers;
use Morphea\Core\Design\Model\Frame;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Tests\English;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Worksheet\Drawing;
use PHPUnit\Framework\Attributes\TestWith;

/** Files that are strange, and what a person can still do with them. */
final class StrangeFilesTest extends AppTestCase
{
    #[TestWith(['endless.svg', 'INF × INF pixels'])]
    #[TestWith(['vast.svg', 'pixels. Save it with a width'])]
    #[TestWith(['masks.svg', 'takes too long to draw'])]
    #[TestWith(['deep.svg', 'nested more than 60 levels deep'])]
    #[TestWith(['nested.pdf', 'too complex to draw'])]
    #[TestWith(['lines.pdf', 'too complex to draw'])]
    public function testDrawingsThatAreTooMuchAreToldWithinBounds(string $name, string $words): void
    {
        English::refuses(
            $words,
            static fn (): mixed => self::getContainer()->get(PictureReader::class)->read(BadFiles::make($name), $name),
        );
    }

    public function testOneThatIsMuchButCanBeDrawnOnceBecomesAPicture(): void
    {
        $svg =
            '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><defs><mask id="m">' .
            '<rect width="200" height="100" fill="#fff"/></mask></defs>' .
            str_repeat('<path d="' . str_repeat('M0 0h9v9', 300) . '" fill="#3F7030"/>', 1_900) .
            '</svg>';
        $picture = self::getContainer()->get(PictureReader::class)->read($svg, 'many.svg');
        self::assertSame(['many.png', 'image/png', 3508.0], [$picture->name, $picture->mime, $picture->width]);
    }

    public function testAProjectThatCannotBeDrawnHasACardAndTheOthersDoNotSufferFromIt(): void
    {
        $project = $this->project();
        $this->post('/projects', ['starter' => 'tip-card', 'rows' => '1']);
        // As they came in before there were any checks.
        $project = $this->reload($project);
        self::getContainer()
            ->get(PictureStore::class)
            ->add($project, new PictureFile('masks.svg', 'image/svg+xml', BadFiles::make('masks.svg'), 2000, 2000));
        $endless = new StoredPicture($project, 'endless.svg', 'image/svg+xml', str_repeat('0', 64), 1, \INF, \INF);
        $this->entities()->persist($endless);
        $this->entities()->flush();
        $this->post("/projects/{$project->id()}/compose/picture", ['name' => 'masks.svg', 'row' => '1']);
        self::assertResponseIsSuccessful();
        $this->post("/projects/{$project->id()}/compose/picture", ['name' => 'endless.svg', 'row' => '1']);
        $faces = $this->browser
            ->request('GET', '/')
            ->filter('.cards .face img')
            ->each(static fn ($img): string => (string) $img->attr('src'));
        self::assertCount(2, $faces);
        $types = ['heavy' => '', 'other' => ''];
        foreach ($faces as $face) {
            $this->browser->request('GET', $face);
            self::assertResponseIsSuccessful();
            $types[str_contains($face, $project->id()) ? 'heavy' : 'other'] = (string) $this->browser
                ->getResponse()
                ->headers->get('Content-Type');
        }
        self::assertSame('image/png', $types['other']);
        self::assertStringStartsWith('image/svg+xml', $types['heavy']);
        $this->browser->request('GET', "/projects/{$project->id()}/compose");
        self::assertResponseIsSuccessful('where it can be taken out again');

        $this->entities()
            ->getConnection()
            ->executeStatement("UPDATE project SET template = '{\"name\": \"Broken one\"}' WHERE id = ?", [$project->id()]);
        $page = $this->browser->request('GET', '/');
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('Broken one', $page->filter('.cards')->text());
        self::assertStringContainsString('its design cannot be read', $page->filter('.cards')->text());
    }

    public function testSmallPicturesOfProjectsAreMadeOncePerState(): void
    {
        $project = $this->project("Full name|Hours\nNg|4");
        $address = fn (): string => (string) $this->browser->request('GET', '/')->filter('.cards .face img')->attr('src');
        $first = $address();
        $this->browser->request('GET', $first);
        $kept = $this->stored("faces/{$project->id()}");
        self::assertCount(1, $kept);
        $this->files()->write($kept[0], $this->files()->read($kept[0]) . 'kept');
        $this->browser->request('GET', $address());
        self::assertStringEndsWith('kept', $this->files()->read($kept[0]), 'it was not made again');
        $this->change($project, ['op' => 'cells', 'cells' => [1 => ['full_name' => 'Oar']]]);
        self::assertNotSame($first, $second = $address(), 'another row, another picture');
        $this->browser->request('GET', $second);
        self::assertCount(
            1,
            $this->stored("faces/{$project->id()}"),
            'the old one is not kept',
        );
    }

    public function testNothingIsKeptThatCouldNotBeReadAgain(): void
    {
        $project = $this->project("Full name\nNg");
        foreach ([[\INF, 0.0], [1e12, 0.0]] as [$x, $y]) {
            try {
                self::getContainer()
                    ->get(DesignHistory::class)
                    ->apply($project, new PlaceLayers(['recipient' => new Frame($x, $y, 10, 10)]));
                self::fail('it was kept');
            } catch (DesignException) {
                self::assertSame(0, $this->reload($project)->revision());
            }
        }
        $this->browser->request('GET', "/projects/{$project->id()}/compose");
        self::assertResponseIsSuccessful();
    }

    public function testAFontThatMustNotBeCutDownIsTakenAndThatIsSaid(): void
    {
        $bytes = (string) file_get_contents(\dirname(__DIR__, 2) . '/fonts/lora/400.ttf');
        $count = unpack('n', $bytes, 4)[1] ?? 0;
        for ($i = 0; $i < $count; ++$i) {
            $entry = unpack('a4tag/Nsum/Noffset/Nlength', $bytes, 12 + 16 * $i) ?: [];
            if ('OS/2' === $entry['tag']) {
                $bytes = substr_replace($bytes, "\x01\x00", $entry['offset'] + 8, 2);
            }
        }
        self::assertTrue(self::getContainer()->get(FontReader::class)->read($bytes, 'whole.ttf')->wholeOnly);
        $project = $this->project("Full name\nNg");
        $this->post("/projects/{$project->id()}/compose/fonts", [], ['fonts' => [$this->sent($bytes, 'whole.ttf')]]);
        self::assertStringContainsString(
            '“whole.ttf” was added. This font asks to be embedded only as a whole',
            $this->body(),
        );
    }

    public function testTextThatCannotBeReadAsItIsCanBeToldHow(): void
    {
        $project = $this->project("Old\nx");
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            [
                'table' => $this->sent(
                    (string) iconv('UTF-8', 'Shift_JIS', "名前,番号\n山田太郎,007\n鈴木一郎,008\n"),
                    'names.csv',
                ),
            ],
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('names.csv cannot be read', $page->text());
        self::assertStringContainsString('Choose the text encoding', $page->filter('main [role="alert"]')->text());
        $form = $page->selectButton('Read again')->form();
        $form['encoding'] = 'Shift_JIS';
        $page = $this->browser->submit($form);
        self::assertStringContainsString('山田太郎', $page->text());
        $this->take();
        self::assertSame(2, $this->reload($project)->rowCount());
    }

    public function testAnotherSheetIsLookedAtAnew(): void
    {
        $project = $this->project("Old\nx");
        $book = new Spreadsheet();
        $book
            ->getActiveSheet()
            ->setTitle('Spring')
            ->fromArray([['Name', 'Town', 'Craft'], ['Ng', 'NW', 'clocks'], ['Oar', 'SL', 'boots']]);
        $book
            ->createSheet()
            ->setTitle('Autumn')
            ->fromArray([
                ['Claims of the autumn'],
                [null],
                ['Tag', 'Owner', 'Thing'],
                ['1', 'Pip', 'kettle'],
                ['2', 'Jo', 'lamp'],
            ]);
        IOFactory::createWriter($book, 'Xlsx')->save($path = (string) tempnam(sys_get_temp_dir(), 'book'));
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            ['table' => $this->sent((string) file_get_contents($path), 'two.xlsx')],
        );
        $form = $this->browser->followRedirect()->filter('#understood')->form();
        $form['kind0'] = 'picture';
        $form['sheet'] = 'Autumn';
        $page = $this->browser->submit($form);
        $heading = $page->filter('#heading option[selected]')->attr('value');
        self::assertSame('3', $heading, 'its own heading line, not that of the sheet before');
        $this->take();
        self::assertSame(
            ['Tag', 'Owner', 'Thing'],
            array_map(static fn ($column): string => $column->heading, $this->reload($project)->columns()),
        );
    }

    public function testHiddenRowsAndColumnsAreOfferedToBeLeftOut(): void
    {
        $project = $this->project("Old\nx");
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        $sheet->fromArray([['Name', 'Secret', 'Town'], ['Ng', 'x', 'NW'], ['Oar', 'y', 'SL'], ['Pip', 'z', 'ST']]);
        $sheet->getRowDimension(3)->setVisible(false);
        $sheet->getColumnDimension('B')->setVisible(false);
        IOFactory::createWriter($book, 'Xlsx')->save($path = (string) tempnam(sys_get_temp_dir(), 'book'));
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            ['table' => $this->sent((string) file_get_contents($path), 'hidden.xlsx')],
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('Leave out what is hidden in the spreadsheet: 1 row and 1 column', $page->text());
        self::assertStringContainsString('3 rows, 3 columns', $page->text(), 'it comes along unless somebody says otherwise');
        $form = $page->filter('#understood')->form();
        $form['without_hidden'] = '1';
        self::assertStringContainsString('2 rows, 2 columns', $this->browser->submit($form)->text());
        $this->take();
        self::assertSame(2, $this->reload($project)->rowCount());
    }

    public function testManyPicturesInTheCellsComeInInTheBackground(): void
    {
        $project = $this->project("Old\nx");
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet();
        $sheet->fromArray([['Thing', 'Photo'], ...array_map(static fn (int $i): array => ["Thing $i", null], range(1, 14))]);
        for ($i = 1; $i <= 14; ++$i) {
            $image = imagecreatetruecolor(40, 30);
            imagefilledrectangle($image, 0, 0, 39, 29, $i * 100_000);
            imagepng($image, $file = sys_get_temp_dir() . "/cell-$i.png");
            (new Drawing())
                ->setPath($file)
                ->setCoordinates('B' . ($i + 1))
                ->setWorksheet($sheet);
        }
        IOFactory::createWriter($book, 'Xlsx')->save($path = (string) tempnam(sys_get_temp_dir(), 'book'));
        $this->post(
            "/projects/{$project->id()}/rows/import",
            [],
            ['table' => $this->sent((string) file_get_contents($path), 'pictures.xlsx')],
        );
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('14 pictures in the cells are imported with the rows.', $page->text());
        $address = $this->browser->getRequest()->getPathInfo();
        foreach (['once', 'and by a second click'] as $ignored) {
            $this->browser->submit($page->filter('form[action$="/take"]')->form());
        }
        self::assertSame(1, (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM job'));
        self::assertStringContainsString('Importing pictures.xlsx', $this->browser->followRedirect()->text());
        $this->work();
        $this->watch();
        self::assertSame($address, $this->browser->getResponse()->headers->get('HX-Redirect'));
        $this->browser->request('GET', $address);
        self::assertResponseRedirects("/projects/{$project->id()}/compose?row=1", null, 'on to the first piece');
        $page = $this->browser->followRedirect();
        self::assertStringContainsString('14 rows with 2 columns imported.', $page->filter('.notices')->text());
        $page = $this->browser->request('GET', "/projects/{$project->id()}/rows");
        $rows = json_decode($page->filter('#first-rows')->text(), true)['rows'];
        self::assertCount(14, array_unique(array_column($rows, 'photo')));
        self::assertStringEndsWith('.png', $rows[13]['photo']);
    }

    /** A heavy drawing beside ten honest runs: each run comes to its end, and only the heavy pieces are missing. */
    public function testAHeavyDrawingBesideTenHonestRunsHoldsNobodyUp(): void
    {
        $heavy = $this->project("Full name|Hours|Craft|Issued|Register\nNg|1|clocks|2026-03-09|1\nOar|2|boots|2026-03-09|2");
        self::getContainer()
            ->get(PictureStore::class)
            ->add($heavy, new PictureFile('masks.svg', 'image/svg+xml', BadFiles::make('masks.svg'), 2000, 2000));
        $this->post("/projects/{$heavy->id()}/compose/picture", ['name' => 'masks.svg', 'row' => '1']);
        $this->order($heavy, ['format' => 'png']);
        $this->post("/projects/{$heavy->id()}/copy", ['rows' => '1']);
        for ($i = 0; $i < 10; ++$i) {
            $this->post('/projects', ['starter' => 'claim-tag', 'rows' => '1']);
            self::assertSame(
                1,
                preg_match('~/projects/(\w+)/~', (string) $this->browser->getResponse()->headers->get('Location'), $m),
            );
            $this->post("/projects/$m[1]/press/runs", [
                'format' => 0 === $i % 2 ? 'png' : 'pdf',
                'which' => 'some',
                'rows' => '1-6',
            ]);
        }
        $this->work();
        $database = $this->entities()->getConnection();
        self::assertSame(['done' => 11], $database->fetchAllKeyValue("SELECT state, COUNT(*) FROM job WHERE kind = 'run' GROUP BY state"));
        self::assertEquals(
            ['made' => 60, 'not-made' => 2],
            $database->fetchAllKeyValue('SELECT state, COUNT(*) FROM piece GROUP BY state'),
        );
        self::assertSame(
            [$heavy->id()],
            $database->fetchFirstColumn(
                "SELECT DISTINCT project_id FROM run JOIN piece ON piece.run_id = run.id WHERE piece.state = 'not-made'",
            ),
        );
    }
}
