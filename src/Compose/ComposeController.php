<?php

declare(strict_types=1);

namespace Morphea\App\Compose;

use Morphea\App\Entity\Project;
use Morphea\App\Import\PictureReader;
use Morphea\App\Import\UploadError;
use Morphea\App\Rows\TableStore;
use Morphea\App\Storage\PictureStore;
use Morphea\App\Web\Upload;
use Morphea\Core\Data\Column;
use Morphea\Core\Layout\TextLayouter;
use Morphea\Core\Layout\WidestRow;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Pattern\PatternError;
use Morphea\Core\Pattern\PatternParts;
use Morphea\Core\Template\Edit\AddLayer;
use Morphea\Core\Template\Edit\Edit;
use Morphea\Core\Template\Edit\LinkColumn;
use Morphea\Core\Template\Edit\OrderLayer;
use Morphea\Core\Template\Edit\RemoveLayer;
use Morphea\Core\Template\Edit\SetLayer;
use Morphea\Core\Template\ShapeKind;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\TextLayer;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Compose screen. Every answer to an edit is the whole work area, laid out anew; the page morphs into it. */
#[Route('/projects/{project}/compose')]
final class ComposeController extends AbstractController
{
    public function __construct(private readonly ComposeView $view, private readonly TemplateHistory $history)
    {
    }

    #[Route('', name: 'compose', methods: ['GET'])]
    public function index(Project $project, Request $request): Response
    {
        $row = self::row($request);
        $layer = $request->query->getString('layer');

        return $request->headers->has('HX-Request') ? $this->work($project, $row, $layer) : $this->render('compose/index.html.twig', $this->view->of($project, $row, $layer));
    }

    #[Route('/set', name: 'compose_set', methods: ['POST'])]
    public function set(Project $project, Request $request): Response
    {
        return $this->edit($project, $request, static function (string $layer) use ($project, $request): Edit {
            $template = $project->template();

            return new SetLayer($layer, (new EditInput($template, $template->layer($layer)))->values($request->request->all('set')));
        });
    }

    #[Route('/words', name: 'compose_words', methods: ['POST'])]
    public function words(Project $project, Request $request): Response
    {
        return $this->edit($project, $request, static fn (string $layer): Edit => new SetLayer($layer, ['pattern' => PatternParts::source(json_decode($request->request->getString('parts'), true))]));
    }

    #[Route('/link', name: 'compose_link', methods: ['POST'])]
    public function link(Project $project, Request $request): Response
    {
        return $this->edit($project, $request, fn (string $layer): Edit => new LinkColumn($layer, $this->column($project, $request)['key'], array_map(static fn (Column $column): string => $column->key, $project->columns())));
    }

    #[Route('/add', name: 'compose_add', methods: ['POST'])]
    public function add(Project $project, Request $request): Response
    {
        $new = new NewLayer($project->template());
        $input = $request->request;
        try {
            $layer = match ($kind = $input->getString('kind')) {
                'text' => $new->text(Pattern::parse('Text'), 'Text'),
                'placeholder' => $new->text(
                    Pattern::parse(Pattern::column($this->column($project, $request)['key'])),
                    $this->column($project, $request)['heading'],
                    (float) $input->getString('x', '0.5'),
                    (float) $input->getString('y', '0.5'),
                ),
                default => $new->shape(ShapeKind::tryFrom($kind) ?? throw new TemplateError('kind', 'no such kind of layer')),
            };
        } catch (TemplateError $e) {
            return $this->refused($project, $request, $e->getMessage());
        }

        return $this->edit($project, $request, static fn (): Edit => new AddLayer($layer), $layer->id);
    }

    #[Route('/picture', name: 'compose_picture', methods: ['POST'])]
    public function picture(Project $project, Request $request, PictureReader $reader, PictureStore $pictures): Response
    {
        try {
            $upload = Upload::from($request, 'picture');
            $picture = $reader->read((string) file_get_contents($upload->path), $upload->name);
        } catch (UploadError $e) {
            return $this->refused($project, $request, $e->getMessage());
        }
        $layer = (new NewLayer($project->template()))->picture($pictures->add($project, $picture), $picture->width, $picture->height);

        return $this->edit($project, $request, static fn (): Edit => new AddLayer($layer), $layer->id);
    }

    #[Route('/order', name: 'compose_order', methods: ['POST'])]
    public function order(Project $project, Request $request): Response
    {
        return $this->edit($project, $request, static fn (string $layer): Edit => new OrderLayer($layer, (int) $request->request->getString('steps')));
    }

    #[Route('/remove', name: 'compose_remove', methods: ['POST'])]
    public function remove(Project $project, Request $request): Response
    {
        return $this->edit($project, $request, static fn (string $layer): Edit => new RemoveLayer($layer), '');
    }

    #[Route('/undo', name: 'compose_undo', methods: ['POST'])]
    public function undo(Project $project, Request $request): Response
    {
        $says = $this->history->undo($project);

        return $this->again($project, $request, null === $says ? 'There is nothing to undo.' : "Undone: $says.");
    }

    #[Route('/redo', name: 'compose_redo', methods: ['POST'])]
    public function redo(Project $project, Request $request): Response
    {
        $says = $this->history->redo($project);

        return $this->again($project, $request, null === $says ? 'There is nothing to do again.' : "Done again: $says.");
    }

    #[Route('/widest', name: 'compose_widest', methods: ['GET'])]
    public function widest(Project $project, Request $request, TableStore $rows, TextLayouter $layouter): Response
    {
        $template = $project->template();
        try {
            $layer = $template->layer($request->query->getString('layer'));
        } catch (TemplateError $e) {
            throw $this->createNotFoundException($e->getMessage(), $e);
        }
        $widest = $layer instanceof TextLayer ? WidestRow::of($layer, $rows->rows($project), $layouter, $template->locale) : null;

        return $this->render('compose/widest.html.twig', ['project' => $project, 'layer' => $layer, 'widest' => $widest, 'template' => $template, 'typeUnit' => EditInput::typeUnit($template), 'row' => self::row($request)]);
    }

    /** @param \Closure(string): Edit $make from the id of the layer the request names */
    private function edit(Project $project, Request $request, \Closure $make, ?string $select = null): Response
    {
        $layer = $request->request->getString('layer');
        try {
            $this->history->apply($project, $make($layer));
        } catch (TemplateError|PatternError $e) {
            return $this->refused($project, $request, $e instanceof TemplateError && '' !== $e->where && !str_contains($e->what, '.') ? "$e->what." : $e->getMessage());
        }

        return $this->work($project, self::row($request), $select ?? $layer);
    }

    private function refused(Project $project, Request $request, string $why): Response
    {
        $this->addFlash('bad', $why);

        return $this->work($project, self::row($request), $request->request->getString('layer'), 422);
    }

    private function again(Project $project, Request $request, string $says): Response
    {
        $this->addFlash('good', $says);

        return $this->work($project, self::row($request), $request->request->getString('layer'));
    }

    private function work(Project $project, int $row, string $layer, int $status = 200): Response
    {
        $view = $this->view->of($project, $row, $layer);
        $address = $this->generateUrl('compose', array_filter(['project' => $project->id(), 'row' => $view['row'] > 1 ? $view['row'] : null, 'layer' => '' !== $layer ? $layer : null], static fn ($v): bool => null !== $v));

        return $this->render('compose/work.html.twig', $view + ['oob' => true], new Response(status: $status, headers: ['HX-Replace-Url' => $address]));
    }

    /** The row the request names; whatever is typed that is no number means the first. */
    private static function row(Request $request): int
    {
        return max(1, (int) ($request->isMethod('GET') ? $request->query : $request->request)->getString('row', '1'));
    }

    /** @return array{key: string, heading: string} the column the request names by key or by letter */
    private function column(Project $project, Request $request): array
    {
        $wanted = $request->request->getString('column');
        foreach ($project->columns() as $column) {
            if ($column->key === $wanted || $column->letter() === strtoupper($wanted)) {
                return ['key' => $column->key, 'heading' => $column->heading];
            }
        }
        throw new TemplateError('', [] === $project->columns() ? 'There are no columns yet. Bring a table first.' : "There is no column “{$wanted}” in the table.");
    }
}
