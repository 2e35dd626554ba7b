<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\ProjectColumnKinds;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Edits\AlignLayers;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\GroupLayers;
use Morphea\Core\Design\Edits\LinkColumn;
use Morphea\Core\Design\Edits\NameFields;
use Morphea\Core\Design\Edits\OrderLayer;
use Morphea\Core\Design\Edits\PlaceLayers;
use Morphea\Core\Design\Edits\RemoveLayers;
use Morphea\Core\Design\Edits\SetContent;
use Morphea\Core\Design\Edits\SetLayer;
use Morphea\Core\Design\Edits\SetLayers;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Design\Model\Layer;
use Morphea\Core\Design\Model\LayerKind;
use Morphea\Core\Design\Model\PictureLayer;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\Crop;
use Morphea\Core\Design\Styles\NamedField;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\TableBuilder;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Changes existing layers; AddController and PagesController do the rest. Each request names the layers, the row shown,
 * and the revision it was made from.
 */
#[Route('/projects/{project}/compose', methods: ['POST'])]
final readonly class EditController
{
    public function __construct(private ComposeScreen $screen, private Pasting $pasting)
    {
    }

    #[Route('/set', name: 'compose_set')]
    public function set(Project $project, Request $request): Response
    {
        return $this->screen->edit($project, $request, static function (array $layers, Design $design) use ($request): Edit {
            $values = (new EditInput($design, $design->layer($layers[0])))->values($request->request->all('set'));

            return 1 === \count($layers) ? new SetLayer($layers[0], $values) : new SetLayers($layers, $values);
        });
    }

    #[Route('/words', name: 'compose_words')]
    public function words(Project $project, Request $request): Response
    {
        $locale = $project->design()->locale;
        $fields = [];
        $content = static function (string $name) use ($request, $locale, &$fields): Content {
            return Content::fromEditor(self::named(json_decode($request->request->getString($name), true), $fields), $locale);
        };

        return $this->screen->edit(
            $project,
            $request,
            static function (array $layers) use ($content, &$fields): Edit {
                $edit = new SetContent($layers[0], $content('parts'));

                return new NameFields($edit, $fields);
            },
            fits: static fn (Design $now): bool => $now->layer(ComposeScreen::layers($request)[0] ?? '')->content() == $content('was'),
        );
    }

    /**
     * Names typed before there is a table become future columns.
     *
     * @param list<NamedField> $fields added to
     */
    private static function named(mixed $parts, array &$fields): mixed
    {
        foreach (\is_array($parts) ? $parts : [] as $i => $part) {
            if (\is_array($part) && \is_string($part['field'] ?? null) && '' !== trim($part['field'])) {
                $fields[] = $field = new NamedField(TableBuilder::key($part['field'], 'a'), mb_substr(trim($part['field']), 0, 120));
                $parts[$i] = ['column' => $field->key] + array_diff_key($part, ['field' => true]);
            }
        }

        return $parts;
    }

    #[Route('/link', name: 'compose_link')]
    public function link(Project $project, Request $request, ProjectColumnKinds $kinds, TableRows $rows): Response
    {
        return $this->screen->edit($project, $request, static function (array $layers, Design $design) use (
            $project,
            $request,
            $kinds,
            $rows,
        ): Edit {
            $column = ComposeScreen::column($project, $request);
            if (LayerKind::Picture === $design->layer($layers[0])->kind()) {
                $why = $kinds->byKey($project, $rows->table($project))[$column->key]->whyNoPicture($column->heading);
                null === $why || throw new DesignException(
                    '',
                    new Message('design.wrong.not_a_picture', ['why' => $why]),
                );
            }

            return new LinkColumn(
                $layers[0],
                $column->key,
                array_map(static fn (Column $column): string => $column->key, $project->columns()),
            );
        });
    }

    #[Route('/place', name: 'compose_place')]
    public function place(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (): Edit => new PlaceLayers(Frames::read($request->request->getString('frames'))),
        );
    }

    #[Route('/align', name: 'compose_align')]
    public function align(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (array $layers): Edit => new AlignLayers($layers, $request->request->getString('way')),
        );
    }

    /** Sets the visible part of a picture: the clicked point or the zoom. */
    #[Route('/crop', name: 'compose_crop')]
    public function crop(Project $project, Request $request): Response
    {
        return $this->screen->edit($project, $request, static function (array $layers, Design $design) use ($request): Edit {
            $layer = $design->layer($layers[0]);
            $before = $layer instanceof PictureLayer ? $layer->crop ?? new Crop() : new Crop();
            $share = static fn (string $key, float $otherwise): float => is_numeric($request->request->getString($key))
                ? (float) $request->request->getString($key)
                : $otherwise;

            return new SetLayer($layers[0], ['crop' => [
                'x' => $share('x', $before->x),
                'y' => $share('y', $before->y),
                'closer' => $share('closer', $before->closer),
            ]]);
        });
    }

    #[Route('/group', name: 'compose_group')]
    public function group(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (array $layers): Edit => new GroupLayers($layers, $request->request->getBoolean('together')),
        );
    }

    #[Route('/order', name: 'compose_order')]
    public function order(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (array $layers): Edit => new OrderLayer($layers[0], (int) $request->request->getString('steps')),
        );
    }

    #[Route('/remove', name: 'compose_remove')]
    public function remove(Project $project, Request $request): Response
    {
        // On one piece a layer is hidden: the others have it still.
        $hides = [] !== ComposeScreen::touched($request);

        return $this->screen->edit(
            $project,
            $request,
            static fn (array $layers): Edit => $hides ? new SetLayers($layers, ['hidden' => true]) : new RemoveLayers($layers),
            [],
        );
    }

    #[Route('/duplicate', name: 'compose_duplicate')]
    public function duplicate(Project $project, Request $request, DesignCodec $codec): Response
    {
        $design = $project->design();
        $picked = array_values(
            array_filter(
                $design->layers(),
                static fn (Layer $layer): bool => \in_array($layer->id, ComposeScreen::layers($request), true),
            ),
        );

        return $this->pasting->paste($project, $request, array_map($codec->layerToArray(...), $picked), $design->dpi);
    }

    #[Route('/paste', name: 'compose_paste')]
    public function paste(Project $project, Request $request): Response
    {
        $copied = json_decode($request->request->getString('copied'), true);
        if (
            !\is_array($copied) ||
            !\is_array($copied['layers'] ?? null) ||
            !array_is_list($copied['layers']) ||
            !is_numeric($copied['dpi'] ?? null)
        ) {
            return $this->screen->refused($project, $request, new Message('design.wrong.nothing_to_paste'));
        }
        $this->pasting->bringPictures(
            $project,
            $copied['layers'],
            \is_string($copied['project'] ?? null) ? $copied['project'] : '',
        );

        return $this->pasting->paste($project, $request, $copied['layers'], (float) $copied['dpi']);
    }
}
