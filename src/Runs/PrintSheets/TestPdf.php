<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\PdfFile;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Engine\Render\SheetPage;
use Morphea\App\Platform\Files\TemporaryDirectory;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\Paper;
use Morphea\Core\Output\PrintSheets\TestSheet;
use Morphea\Core\Rendering\Drawing\Bounds;

/** The test sheet for measuring a printer, as a PDF of two pages. */
final readonly class TestPdf
{
    public function __construct(private Renderer $renderer, private ProjectOpener $opener, private Words $words)
    {
    }

    public function write(Project $project, Paper $paper): string
    {
        return TemporaryDirectory::in(function (string $folder) use ($project, $paper): string {
            $open = $this->opener->page($project);
            $pdf = new PdfFile(
                $this->renderer,
                "$folder/test.pdf",
                $this->words->say(new Message('sheets.test_sheet.title')),
                'en',
                Edge::Cut,
            );
            foreach ((new TestSheet($open->engine->layouter->texts, $this->words->say(...)))->pages($paper) as $page) {
                $whole = Bounds::of(0, 0, $paper->width, $paper->height);
                $pdf->sheet(new SheetPage($page, [], $whole, $whole), $open->pictures);
            }
            $pdf->close();

            return (string) file_get_contents("$folder/test.pdf");
        });
    }
}
