<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Engine\Import\DelimitedText;
use Morphea\App\Engine\Import\RawReader;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Jobs\Job;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Platform\Jobs\JobState;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Data\TableUpdate;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Bringing a table: looked at and corrected before it is taken over, in the place of the one here. */
#[Route('/projects/{project}/rows/import')]
final class ImportController extends AbstractController
{
    private const SHOWN = 12;
    private const SECONDS = 120;

    /** Pictures in the cells that are taken over while somebody waits for the answer. */
    private const AT_ONCE_PICTURES = 12;

    public function __construct(
        private readonly ImportStore $imports,
        private readonly ImportTaking $taking,
        private readonly TableRows $tables,
        private readonly ProjectColumnKinds $kinds,
        private readonly JobDispatcher $desk,
    ) {
    }

    #[Route('', name: 'import_file', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function bring(Project $project, Request $request): Response
    {
        set_time_limit(self::SECONDS);
        try {
            $upload = Upload::from($request, 'table');

            return $this->redirectToRoute(
                'import',
                ['project' => $project->id(), 'import' => $this->imports->keep($project, $upload->path, $upload->name)],
                Response::HTTP_SEE_OTHER,
            );
        } catch (UploadException $e) {
            return $this->refused($project, $e->getMessage());
        }
    }

    #[Route('/paste', name: 'import_paste', defaults: ['_takes' => 60], methods: ['POST'])]
    public function paste(Project $project, Request $request): Response
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($path, $request->request->getString('cells'));

            return $this->redirectToRoute(
                'import',
                ['project' => $project->id(), 'import' => $this->imports->keep($project, $path, ImportStore::PASTED)],
                Response::HTTP_SEE_OTHER,
            );
        } catch (UploadException $e) {
            return $this->refused($project, str_replace('“pasted”', 'What was pasted', $e->getMessage()));
        } finally {
            unlink($path);
        }
    }

    #[Route('/{import}', name: 'import', methods: ['GET'])]
    public function look(Project $project, string $import, Request $request): Response
    {
        set_time_limit(self::SECONDS);
        $taking = $this->desk->called($project, TakeImport::KIND, $import);
        if (JobState::Done === $taking?->state()) {
            return $this->taken($project, $taking);
        }
        $name = $this->name($project, $import);
        $here = [
            'project' => $project,
            'here' => 'Rows',
            'import' => $import,
            'name' => $name,
            'asked' => $request->query->all(),
        ];
        if (true === $taking?->isUnderWay()) {
            return $this->render('rows/reading.html.twig', $here + ['view' => $this->desk->view($taking), 'taking' => true]);
        }
        if (null !== $taking) {
            $this->addFlash('bad', $taking->error() . ' The rows that were here are untouched.');
            $this->desk->forget($taking);
        }
        try {
            $reading = $this->imports->waits($project, $import, self::sheet($request));
            if (null !== $reading) {
                return $this->render('rows/reading.html.twig', $here + [
                    'view' => $this->desk->view($reading),
                    'taking' => false,
                ]);
            }
            $choice = $this->taking->choice($project, $import, $request->query);
        } catch (UploadException $e) {
            return $this->unread($project, $import, $e->getMessage(), $here);
        }
        try {
            [$file, $error] = [$this->taking->table($project, $choice), null];
        } catch (TableException $e) {
            [$file, $error] = [null, $e->getMessage()];
        }
        $kinds = $this->kinds->get($project);
        $columns = array_map(
            fn (Column $column): array => [
                'column' => $column,
                'found' => $kinds->infer(
                    array_column(\array_slice($file->cells ?? [], 0, 500), $column->index),
                    $choice->grid->lines[$choice->headings][$column->index] ?? '',
                ),
                'dates' => AmbiguousDate::of(
                    $project->template()->locale,
                    $kinds->ambiguous(array_column($file->cells ?? [], $column->index)),
                ),
            ],
            $file->columns ?? [],
        );
        $said = static fn (string $key): ?string => '' === $request->query->getString($key) ? null : $request->query->getString($key);
        $delimiter = $this->taking->delimiter($project, $import, $request->query);
        $whole = $this->imports->grid($project, $import, $said('encoding'), $delimiter, $said('sheet'));

        return $this->render(
            'rows/import.html.twig',
            $here + [
                'choice' => $choice,
                'proposed' => $this->taking->proposedName($project, $import),
                'grid' => $choice->grid,
                'hidden' => ['lines' => \count($whole->hiddenLines), 'columns' => \count($whole->hiddenColumns)],
                'saidOf' => ImportChoice::said($whole, $request->query->getBoolean('without_hidden')),
                'table' => $file,
                'error' => $error,
                'columns' => $columns,
                'rows' => \array_slice($file->cells ?? [], 0, self::SHOWN),
                'delimiters' => RawReader::DELIMITERS,
                'encodings' => DelimitedText::ENCODINGS,
                'keys' =>
                    null === $file || 0 === $project->rowCount()
                        ? []
                        : TableUpdate::keys($this->tables->table($project), $file),
            ],
        );
    }

    /**
     * A file that cannot be read as it is: what can be said of it, before it is given up.
     *
     * @param array<string, mixed> $here
     */
    private function unread(Project $project, string $import, string $why, array $here): Response
    {
        $sheets = $this->imports->sheets($project, $import);

        return $this->render(
            'rows/unread.html.twig',
            $here + [
                'why' => $why,
                'sheets' => $sheets ?? [],
                'isText' => null === $sheets,
                'delimiters' => RawReader::DELIMITERS,
                'encodings' => DelimitedText::ENCODINGS,
            ],
        );
    }

    /** A worker has taken it over; told once. */
    private function taken(Project $project, Job $taking): Response
    {
        $says = $taking->outcome()['says'] ?? '';
        $this->addFlash('good', \is_string($says) ? $says : '');
        $this->desk->forget($taking);

        return $this->firstPiece($project);
    }

    /** What the rows look like on the design. */
    private function firstPiece(Project $project): Response
    {
        return $this->redirectToRoute('compose', ['project' => $project->id(), 'row' => 1], Response::HTTP_SEE_OTHER);
    }

    /** The file is not wanted after all; a worker that reads it stops. */
    #[Route('/{import}/leave', name: 'import_leave', methods: ['POST'])]
    public function leave(Project $project, string $import): Response
    {
        $this->name($project, $import);
        $this->desk->forgetCalled($project, TakeImport::KIND, $import);
        $this->imports->forget($project, $import);

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{import}/take', name: 'import_take', methods: ['POST'])]
    public function take(Project $project, string $import, Request $request): Response
    {
        $this->name($project, $import);
        if (true === $this->desk->called($project, TakeImport::KIND, $import)?->isUnderWay()) {
            return $this->redirectToRoute(
                'import',
                ['project' => $project->id(), 'import' => $import],
                Response::HTTP_SEE_OTHER,
            );
        }
        try {
            $pictures = \count($this->taking->choice($project, $import, $request->request)->grid->pictures);
            if ($pictures > self::AT_ONCE_PICTURES) {
                $this->desk->ask(
                    $this->desk->note(
                        TakeImport::KIND,
                        $project->owner(),
                        $project,
                        ['asked' => http_build_query($request->request->all())],
                        $pictures,
                        $import,
                    ),
                );

                return $this->redirectToRoute(
                    'import',
                    ['project' => $project->id(), 'import' => $import],
                    Response::HTTP_SEE_OTHER,
                );
            }
            $this->addFlash('good', $this->taking->take($project, $import, $request->request));
        } catch (UploadException | TableException $e) {
            return $this->refused($project, $e->getMessage());
        }

        return $this->firstPiece($project);
    }

    private function name(Project $project, string $import): string
    {
        return $this->imports->name($project, $import) ??
            throw $this->createNotFoundException('There is no such file any more.');
    }

    private static function sheet(Request $request): ?string
    {
        return '' === $request->query->getString('sheet') ? null : $request->query->getString('sheet');
    }

    private function refused(Project $project, string $why): Response
    {
        $this->addFlash('bad', $why . (0 === $project->rowCount() ? '' : ' The rows that were here are untouched.'));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}
