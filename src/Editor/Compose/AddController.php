<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Assets\PictureSets;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Edits\AddLayer;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\NameFields;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Styles\CodeKind;
use Morphea\Core\Design\Styles\NamedField;
use Morphea\Core\Design\Styles\ShapeKind;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Record;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Adds layers: of every kind, for a column, and from imported artwork. */
#[Route('/projects/{project}/compose', methods: ['POST'])]
final readonly class AddController
{
    /** A cell that ends like this names a picture. */
    private const PICTURE_ENDING = '/\.(png|jpe?g|webp|svg)\s*$/i';
    /** Of so many of the longest values the widest is among them. */
    private const MEASURED = 40;

    public function __construct(
        private ComposeScreen $screen,
        private PictureStore $pictures,
        private PictureSets $sets,
        private TableRows $rows,
        private ProjectOpener $opener,
        private Words $words,
    ) {
    }

    #[Route('/add', name: 'compose_add')]
    public function add(Project $project, Request $request): Response
    {
        $page = ComposeView::page($project, [], ComposeScreen::page($request));
        $name = trim($request->request->getString('field'));
        try {
            if ('field' === $request->request->getString('kind')) {
                $field = new NamedField(TableBuilder::key($name, 'a'), mb_substr('' === $name ? $this->named('field') : $name, 0, 60));
                $layer = (new NewLayer($project->design()))->field($field);

                return $this->screen->edit(
                    $project,
                    $request,
                    static fn (): Edit => new NameFields(new AddLayer($layer, $page), [$field]),
                    [$layer->id],
                );
            }
            $layer = $this->layer($project, $request);
        } catch (DesignException $e) {
            return $this->screen->refused($project, $request, Message::why($e));
        }

        return $this->screen->edit($project, $request, static fn (): Edit => new AddLayer($layer, $page), [$layer->id]);
    }

    /** Puts a picture of the project on the page, or into the selected picture layer. */
    #[Route('/picture', name: 'compose_picture')]
    public function picture(Project $project, Request $request): Response
    {
        $asset = $this->pictures->find($project, $request->request->getString('name'));
        if (null === $asset) {
            return $this->screen->refused($project, $request, new Message('compose.refused.picture_gone'));
        }
        if ($asset->isSound()) {
            return $this->screen->refused($project, $request, new Message('compose.refused.sound', ['name' => $asset->name()]));
        }
        $new = new NewLayer($project->design());
        $ground = 'ground' === $request->request->getString('place');
        $layer = $ground ? $new->ground($asset->name()) : $new->picture($asset->name(), $asset->width(), $asset->height());
        $page = ComposeView::page($project, [], ComposeScreen::page($request));

        return $this->screen->edit($project, $request, static fn (): Edit => new AddLayer($layer, $page, $ground), [$layer->id]);
    }

    #[Route('/art', name: 'compose_art', defaults: ['_takes' => 1_010])]
    public function art(Project $project, Request $request, Artwork $artwork): Response
    {
        $page = ComposeView::page($project, [], ComposeScreen::page($request));
        try {
            $upload = Upload::from($request, 'art');
            $art = $artwork->bring(
                $project,
                (string) file_get_contents($upload->path),
                $upload->name,
                max(1, $request->request->getInt('pdf_page', 1)),
                'layer' !== $request->request->getString('place'),
                $page,
            );
        } catch (UploadException | DesignException | PatternException $e) {
            return $this->screen->refused($project, $request, Message::why($e));
        }

        return $this->screen->edit($project, $request, static fn (): Edit => $art, $art->ids());
    }

    /** @throws DesignException */
    private function layer(Project $project, Request $request): Layer
    {
        $new = new NewLayer($project->design());
        $kind = $request->request->getString('kind');

        return match ($kind) {
            'text' => $new->text(Pattern::parse(TextLayer::SAMPLE), $this->named('text')),
            'picture' => $new->placeholder('picture', $this->named('picture')),
            'die' => $new->dieLine($this->named('die')),
            'placeholder' => $this->placeholder($new, $project, $request, ComposeScreen::column($project, $request)),
            default => null !== ($code = CodeKind::tryFrom($kind)) ? $new->code($code) : $this->shape($new, $kind),
        };
    }

    /** @throws DesignException */
    private function shape(NewLayer $new, string $said): Layer
    {
        $kind = ShapeKind::tryFrom($said) ?? throw new DesignException('kind', new Message('design.wrong.no_value'));

        return $new->shape($kind, $this->named("shape.$kind->value"));
    }

    /** The name of a new layer, in the language of the member. */
    private function named(string $what): string
    {
        return $this->words->say(new Message("design.name.$what"));
    }

    /** Adds a picture for a column that names pictures, otherwise a text. */
    private function placeholder(NewLayer $new, Project $project, Request $request, Column $column): Layer
    {
        $row = $this->rows->row($project, ComposeScreen::row($request));
        $cell = trim($row->cells[$column->key] ?? '');
        [$x, $y] = [(float) $request->request->getString('x', '0.5'), (float) $request->request->getString('y', '0.5')];
        $picture =
            '' !== $cell &&
            (1 === preg_match(self::PICTURE_ENDING, $cell) ||
                (mb_strlen($cell) <= 80 && null !== $this->sets->linked($project)->named($cell)));

        if ($picture) {
            return $new->placeholder($column->key, $column->heading, $x, $y);
        }
        $text = $new->text(Pattern::parse(Pattern::column($column->key)), $column->heading, $x, $y);

        return $new->text($text->pattern, $column->heading, $x, $y, $this->widest($project, $column, $text));
    }

    /** The width of a column's longest value in the style of a text, in dots. */
    private function widest(Project $project, Column $column, TextLayer $text): float
    {
        $cells = array_unique(array_map(
            static fn (Record $row): string => strtok($row->cells[$column->key] ?? '', "\n") ?: '',
            $this->rows->active($project),
        ));
        usort($cells, static fn (string $a, string $b): int => mb_strlen($b, 'UTF-8') <=> mb_strlen($a, 'UTF-8'));
        $texts = $this->opener->page($project)->engine->texts;
        $lengths = array_map(
            static fn (string $cell): float => $texts->length($text, $cell),
            \array_slice($cells, 0, self::MEASURED),
        );

        return max([0.0, ...$lengths]) * $text->style->size;
    }
}
