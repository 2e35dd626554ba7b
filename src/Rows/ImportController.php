<?php

declare(strict_types=1);

namespace Morphea\App\Rows;

use Morphea\App\Compose\TemplateHistory;
use Morphea\App\Entity\Project;
use Morphea\App\Import\PictureReader;
use Morphea\App\Import\RawReader;
use Morphea\App\Import\UploadError;
use Morphea\App\Storage\PictureStore;
use Morphea\App\Web\Upload;
use Morphea\Core\Data\CellReader;
use Morphea\Core\Data\Column;
use Morphea\Core\Data\Kind;
use Morphea\Core\Data\Table;
use Morphea\Core\Data\TableBuilder;
use Morphea\Core\Data\TableError;
use Morphea\Core\Data\TableUpdate;
use Morphea\Core\Template\AutoLink;
use Morphea\Core\Template\Template;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Bringing a table: looked at and corrected before it is taken over, in the place of the one here or as a newer state of it. */
#[Route('/projects/{project}/rows/import')]
final class ImportController extends AbstractController
{
    private const SHOWN = 12;
    private const CHANGES_SHOWN = 200;
    private const SECONDS = 120;

    public function __construct(private readonly ImportStore $imports, private readonly TableStore $store, private readonly TableBuilder $builder, private readonly TemplateHistory $history, private readonly ProjectKinds $kinds)
    {
    }

    #[Route('', name: 'import_file', methods: ['POST'])]
    public function bring(Project $project, Request $request): Response
    {
        set_time_limit(self::SECONDS);
        try {
            $upload = Upload::from($request, 'table');

            return $this->redirectToRoute('import', ['project' => $project->id(), 'import' => $this->imports->keep($project, $upload->path, $upload->name)], Response::HTTP_SEE_OTHER);
        } catch (UploadError $e) {
            return $this->refused($project, $e->getMessage());
        }
    }

    #[Route('/paste', name: 'import_paste', methods: ['POST'])]
    public function paste(Project $project, Request $request): Response
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'morphea');
        try {
            file_put_contents($path, $request->request->getString('cells'));

            return $this->redirectToRoute('import', ['project' => $project->id(), 'import' => $this->imports->keep($project, $path, 'pasted')], Response::HTTP_SEE_OTHER);
        } catch (UploadError $e) {
            return $this->refused($project, str_replace('“pasted”', 'What was pasted', $e->getMessage()));
        } finally {
            unlink($path);
        }
    }

    #[Route('/{import}', name: 'import', methods: ['GET'])]
    public function look(Project $project, string $import, Request $request): Response
    {
        set_time_limit(self::SECONDS);
        $name = $this->name($project, $import);
        try {
            $progress = $this->imports->waits($project, $import, self::sheet($request));
        } catch (UploadError $e) {
            return $this->refused($project, $e->getMessage());
        }
        if (null !== $progress) {
            return $this->render('rows/reading.html.twig', ['project' => $project, 'here' => 'Rows', 'import' => $import, 'name' => $name, 'progress' => $progress, 'asked' => $request->query->all()]);
        }
        try {
            $choice = $this->choice($project, $import, $request);
            $table = $choice->table($this->builder, $this->kinds->of($project));
            $error = null;
        } catch (UploadError|TableError $e) {
            $table = null;
            $error = $e->getMessage();
            $choice ??= ImportChoice::of($this->imports->grid($project, $import), null, true);
        }
        $kinds = $this->kinds->of($project);
        $columns = array_map(fn (Column $column): array => [
            'column' => $column,
            'found' => $kinds->infer(array_column(\array_slice($table->cells ?? [], 0, 500), $column->index), $choice->grid->lines[$choice->headings][$column->index] ?? ''),
            'dates' => $this->dates($project, $kinds->ambiguous(array_column($table->cells ?? [], $column->index))),
        ], $table->columns ?? []);

        return $this->render('rows/import.html.twig', [
            'project' => $project, 'here' => 'Rows', 'import' => $import, 'name' => $name, 'choice' => $choice, 'grid' => $choice->grid, 'table' => $table, 'error' => $error, 'columns' => $columns,
            'rows' => \array_slice($table->cells ?? [], 0, self::SHOWN), 'delimiters' => RawReader::DELIMITERS, 'encodings' => RawReader::ENCODINGS, 'asked' => $request->query->all(),
            'keys' => null === $table || 0 === $project->rowCount() ? [] : TableUpdate::keys($this->store->sheet($project), $table),
        ]);
    }

    /** How far a worker is with a large file; the page goes on by itself when it is read or cannot be. */
    #[Route('/{import}/progress', name: 'import_progress', methods: ['GET'])]
    public function progress(Project $project, string $import, Request $request): Response
    {
        $here = ['project' => $project->id(), 'import' => $import];
        try {
            $progress = null === $this->imports->name($project, $import) ? null : $this->imports->waits($project, $import, self::sheet($request));
        } catch (UploadError) {
            $progress = null;
        }

        return null === $progress
            ? new Response('', Response::HTTP_OK, ['HX-Redirect' => $this->generateUrl('import', $here + $request->query->all())])
            : $this->render('part/meter.html.twig', ['progress' => $progress, 'address' => $this->generateUrl('import_progress', $here + $request->query->all()), 'what' => 'lines read']);
    }

    /** The file is not wanted after all; a worker that reads it stops. */
    #[Route('/{import}/leave', name: 'import_leave', methods: ['POST'])]
    public function leave(Project $project, string $import): Response
    {
        $this->name($project, $import);
        $this->imports->forget($project, $import);

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{import}/take', name: 'import_take', methods: ['POST'])]
    public function take(Project $project, string $import, Request $request, PictureReader $pictures, PictureStore $store): Response
    {
        $name = $this->name($project, $import);
        try {
            $choice = $this->choice($project, $import, $request);
            $table = $this->withPictures($project, $choice, $choice->table($this->builder, $this->kinds->of($project)), $pictures, $store);
        } catch (UploadError|TableError $e) {
            return $this->refused($project, $e->getMessage());
        }
        $this->store->replace($project, $table, $name);
        $this->imports->forget($project, $import);
        $linked = AutoLink::of($project->template(), $project->columns());
        $this->history->anywhen($project, static fn (Template $template): Template => AutoLink::of($template, $project->columns())->template, 'Linked by name');
        $this->addFlash('good', \sprintf(
            '%s %s with %d %s are here. %s',
            number_format($table->count()),
            1 === $table->count() ? 'row' : 'rows',
            \count($table->columns),
            1 === \count($table->columns) ? 'column' : 'columns',
            [] === $linked->made ? 'No column has the name of a placeholder; link them in Compose.' : 'Linked by name: '.implode('; ', $linked->made).'.'
        ));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{import}/update', name: 'import_update', methods: ['GET'])]
    public function compare(Project $project, string $import, Request $request): Response
    {
        $name = $this->name($project, $import);
        try {
            $sheet = $this->store->sheet($project);
            $table = $this->choice($project, $import, $request)->table($this->builder, $this->kinds->of($project));
            $update = TableUpdate::compare($sheet, $table, $request->query->getString('key'));
        } catch (UploadError|TableError $e) {
            return $this->refused($project, $e->getMessage());
        }
        $numbers = [];
        foreach ($sheet->rows as $i => $row) {
            $numbers[$row->id] = ['number' => $i + 1, 'name' => $row->cells[$update->key->index]];
        }

        return $this->render('rows/update.html.twig', ['project' => $project, 'here' => 'Rows', 'import' => $import, 'name' => $name, 'update' => $update, 'sheet' => $sheet, 'numbers' => $numbers, 'asked' => $request->query->all(), 'most' => self::CHANGES_SHOWN]);
    }

    #[Route('/{import}/update', name: 'import_apply', methods: ['POST'])]
    public function apply(Project $project, string $import, Request $request): Response
    {
        $name = $this->name($project, $import);
        try {
            $table = $this->choice($project, $import, $request)->table($this->builder, $this->kinds->of($project));
            $key = $request->request->getString('key');
            $update = TableUpdate::compare($this->store->sheet($project), $table, $key);
            $this->store->update($project, $table, $key, $request->request->getBoolean('remove'), $name);
        } catch (UploadError|TableError $e) {
            return $this->refused($project, $e->getMessage());
        }
        $this->imports->forget($project, $import);
        $this->addFlash('good', \sprintf('Updated from %s: %d added, %d changed, %d %s. Undo in Rows brings the old state back.', $name, \count($update->added), \count($update->changed), \count($update->removed), $request->request->getBoolean('remove') ? 'removed' : 'kept that it has not'));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** @return array{cell: string, usual: string, day: string, month: string}|null a date that can be read both ways, how it would be, and how it is */
    private function dates(Project $project, ?string $cell): ?array
    {
        $reader = new CellReader($project->template()->locale);
        $read = static fn (?bool $monthFirst): string => (string) $reader->date((string) $cell, $monthFirst)?->format('j F Y');

        return null === $cell ? null : ['cell' => $cell, 'usual' => $read(null), 'day' => $read(false), 'month' => $read(true)];
    }

    private function name(Project $project, string $import): string
    {
        return $this->imports->name($project, $import) ?? throw $this->createNotFoundException('There is no such file any more.');
    }

    private static function sheet(Request $request): ?string
    {
        return '' === $request->query->getString('sheet') ? null : $request->query->getString('sheet');
    }

    /** @throws UploadError */
    private function choice(Project $project, string $import, Request $request): ImportChoice
    {
        $input = $request->isMethod('GET') ? $request->query : $request->request;
        $text = static fn (string $key): ?string => '' === $input->getString($key) ? null : $input->getString($key);
        $headings = $text('heading');

        return ImportChoice::of($this->imports->grid($project, $import, $text('encoding'), $text('delimiter'), $text('sheet')), null === $headings ? null : max(0, (int) $headings - 1), $input->getBoolean('totals'), self::kinds($input));
    }

    /**
     * @param InputBag<bool|float|int|string> $input
     *
     * @return array<int, array{Kind|null, bool|null}>
     */
    private static function kinds(InputBag $input): array
    {
        $said = [];
        for ($i = 0; $i < Table::MAX_COLUMNS; ++$i) {
            $kind = Kind::tryFrom($input->getString("kind$i"));
            $order = $input->getString("order$i");
            if (null !== $kind || '' !== $order) {
                $said[$i] = [$kind, '' === $order ? null : 'month' === $order];
            }
        }

        return $said;
    }

    /** Pictures that lie over cells of a workbook come in as the project's; their cells name them. */
    private function withPictures(Project $project, ImportChoice $choice, Table $table, PictureReader $reader, PictureStore $store): Table
    {
        $cells = $table->cells;
        $notices = $table->notices;
        foreach ($choice->grid->pictures as $picture) {
            $row = $picture['line'] - $choice->headings - 1;
            if (!isset($cells[$row][$picture['column']])) {
                continue;
            }
            try {
                $name = $store->add($project, $reader->read($picture['bytes'], $picture['name']));
                if ('' === trim($cells[$row][$picture['column']])) {
                    $cells[$row][$picture['column']] = $name;
                }
            } catch (UploadError $e) {
                $notices[] = $e->getMessage();
            }
        }

        return new Table($table->columns, array_map(array_values(...), $cells), $notices);
    }

    private function refused(Project $project, string $why): Response
    {
        $this->addFlash('bad', $why.(0 === $project->rowCount() ? '' : ' The rows that were here are untouched.'));

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }
}
