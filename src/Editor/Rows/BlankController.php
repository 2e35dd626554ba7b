<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Import\TableFileWriter;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Table\Naming\SafeName;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A blank table with the columns of a design, to be filled in elsewhere. */
#[Route('/projects/{project}/rows')]
final class BlankController extends AbstractController
{
    #[Route('/blank.{ending}', name: 'rows_blank', requirements: ['ending' => 'csv|xlsx|ods'], methods: ['GET'])]
    public function blank(Project $project, string $ending, TableFileWriter $writer, Words $words): Response
    {
        $blank = BlankTable::of($project->design());

        return Attachment::file(
            $writer->write(
                $ending,
                $blank->headings,
                [array_map($words->say(...), $blank->sample)],
                array_map($words->say(...), $blank->notes),
            ),
            (SafeName::of($project->name()) ?: 'rows') . "-to-fill-in.$ending",
            TableFileWriter::TYPES[$ending],
        );
    }
}
