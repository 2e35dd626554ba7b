<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Context\SpecialRows;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Designs\StaleDesignException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\TouchUps\TouchUpEditor;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Patterns\PatternException;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Twig\Environment;

/** Applies the change of a request and returns the whole work area, laid out again; the page morphs into it. */
final readonly class ComposeScreen
{
    public function __construct(
        private ComposeView $view,
        private DesignHistory $history,
        private TouchUpStore $hands,
        private TouchUpEditor $toucher,
        private TableRows $rows,
        private Environment $twig,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /**
     * @param \Closure(non-empty-list<string>, Design): Edit $make from the ids of the layers the request names, and the
     *     design as it is for the piece that is touched up, if one is
     * @param list<string>|null $select what is selected afterwards, if not the same
     * @param (\Closure(Design): bool)|null $fits whether the edit still means what it meant, where others changed the
     *     design since; without it no edit does
     */
    public function edit(
        Project $project,
        Request $request,
        \Closure $make,
        ?array $select = null,
        ?\Closure $fits = null,
    ): Response {
        $layers = self::layers($request);
        $token = mb_substr($request->request->getString('token'), 0, 40);
        if ($this->history->isMade($project, $token) || $this->hands->isMade($project, $token)) {
            return $this->work($project, $request, $select ?? $layers);
        }
        try {
            // Another window may have changed the design since this one was drawn.
            $seen = $request->request->getString('revision');
            if (
                '' !== $seen &&
                (int) $seen !== $project->revision() &&
                (null === $fits || !$fits($project->design()))
            ) {
                throw new StaleDesignException();
            }
            $named = [] === $layers ? [''] : $layers;
            $touched = self::touched($request);
            if ([] !== $touched && [] === ($touched = array_keys($this->rows->numbers($project, $touched)))) {
                return $this->refused($project, $request, new Message('compose.refused.row_gone'));
            }
            [] === $touched
                ? $this->history->apply(
                    $project,
                    $make($named, $project->design()),
                    self::name($request, 'token'),
                    self::name($request, 'burst'),
                )
                : $this->toucher->apply($project, $touched, static fn (Design $piece): Edit => $make($named, $piece), $token);
        } catch (DesignException | PatternException $e) {
            return $this->refused(
                $project,
                $request,
                $e instanceof DesignException ? $e->what : Message::why($e),
            );
        } catch (StaleDesignException) {
            return $this->stale($project, $request);
        }

        return $this->work($project, $request, $select ?? $layers);
    }

    /** Somebody else changed the design first: returns the design as it is now and what became of the change. */
    public function stale(Project $project, Request $request): Response
    {
        $this->history->renew($project);

        return $this->refused(
            $project,
            $request,
            new Message('compose.refused.stale'),
        );
    }

    public function refused(Project $project, Request $request, Message|string $why): Response
    {
        return $this->work($project, $request, self::layers($request), 'bad', $why);
    }

    /** @param list<string>|null $select */
    public function work(
        Project $project,
        Request $request,
        ?array $select = null,
        string $kind = '',
        Message|string $message = '',
    ): Response {
        $scene = self::value($request, 'scene');
        $view = $this->view->build(
            $project,
            self::row($request),
            $select ?? self::layers($request),
            self::page($request),
            $scene,
            self::touched($request),
            '' !== self::value($request, 'flips'),
        );
        $ids = implode(',', $view->selection->selection);
        $address = $this->urls->generate(
            'compose',
            array_filter(
                [
                    'project' => $project->id(),
                    'row' => $view->stage->row > 1 || $view->stage->row < 0 ? $view->stage->row : null,
                    'page' => $view->stage->page > 0 ? $view->stage->page : null,
                    'layer' => '' !== $ids ? $ids : null,
                    'touch' => [] === $view->stage->touched ? null : implode(',', $view->stage->touched),
                ],
                static fn ($v): bool => null !== $v,
            ),
        );
        $html = $this->twig->render(
            'compose/work.html.twig',
            $view->forTemplate() + ['oob' => true, 'notice' => '' === $message ? null : ['kind' => $kind, 'message' => $message]],
        );

        return new Response($html, 'bad' === $kind ? 422 : 200, [
            'HX-Replace-Url' => $address,
            'X-Revision' => (string) $project->revision(),
        ]);
    }

    /** The row a request names, or a stretch row; anything that is not a number means the first row. */
    public static function row(Request $request): int
    {
        $row = (int) self::value($request, 'row');

        return SpecialRows::isSpecial($row) ? $row : max(1, $row);
    }

    /** @return list<int> ids of the rows whose pieces alone are touched up; none while the design is worked on */
    public static function touched(Request $request): array
    {
        return array_values(array_filter(array_map(intval(...), explode(',', self::value($request, 'touch')))));
    }

    /** The page a request names, from 0. */
    public static function page(Request $request): int
    {
        return max(0, (int) self::value($request, 'page'));
    }

    /** @return list<string> */
    public static function layers(Request $request): array
    {
        return array_values(
            array_filter(explode(',', self::value($request, 'layer')), static fn (string $id): bool => '' !== $id),
        );
    }

    /**
     * The column a request names, by key or by letter.
     *
     * @throws DesignException
     */
    public static function column(Project $project, Request $request): Column
    {
        $wanted = $request->request->getString('column');
        foreach ($project->columns() as $column) {
            if ($column->key === $wanted || $column->letter() === strtoupper($wanted)) {
                return $column;
            }
        }
        throw new DesignException(
            '',
            [] === $project->columns()
                ? new Message('compose.refused.no_columns')
                : new Message('compose.refused.no_column', ['column' => $wanted]),
        );
    }

    /** The page's id for a step or for text typed in one go. */
    private static function name(Request $request, string $of): ?string
    {
        $name = mb_substr($request->request->getString($of), 0, 40);

        return '' === $name ? null : $name;
    }

    private static function value(Request $request, string $key): string
    {
        return ($request->isMethod('GET') ? $request->query : $request->request)->getString($key);
    }
}
