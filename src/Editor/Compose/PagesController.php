<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Compose;

use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\AddPage;
use Morphea\Core\Design\Edits\ChangeSize;
use Morphea\Core\Design\Edits\Edit;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Design\Edits\RemovePage;
use Morphea\Core\Design\Edits\ReplaceFont;
use Morphea\Core\Design\Edits\SetLanguage;
use Morphea\Core\Design\Edits\SetPage;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Design\Properties\Unit;
use Morphea\Core\Message;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Changes whole pages and the design as a whole. */
#[Route('/projects/{project}/compose', methods: ['POST'])]
final readonly class PagesController
{
    public function __construct(private ComposeScreen $screen)
    {
    }

    #[Route('/page', name: 'compose_page')]
    public function set(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (): Edit => new SetPage(
                (new PageInput($project->design()))->values($request->request->all('set')),
                ComposeView::page($project, [], ComposeScreen::page($request)),
            ),
        );
    }

    #[Route('/page/add', name: 'compose_page_add')]
    public function add(Project $project, Request $request, Words $words): Response
    {
        $request->request->set('page', (string) \count($project->design()->pages));

        $name = $words->say(new Message('design.name.back'));

        return $this->screen->edit($project, $request, static fn (): Edit => new AddPage($name), []);
    }

    #[Route('/page/remove', name: 'compose_page_remove')]
    public function remove(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (): Edit => new RemovePage(ComposeView::page($project, [], ComposeScreen::page($request))),
            [],
        );
    }

    #[Route('/size', name: 'compose_size')]
    public function size(Project $project, Request $request): Response
    {
        return $this->screen->edit($project, $request, static fn (): Edit => self::changed($project->design(), $request), []);
    }

    #[Route('/language', name: 'compose_language')]
    public function language(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (): Edit => new SetLanguage($request->request->getString('locale')),
            [],
        );
    }

    #[Route('/font', name: 'compose_font')]
    public function font(Project $project, Request $request): Response
    {
        return $this->screen->edit(
            $project,
            $request,
            static fn (): Edit => new ReplaceFont($request->request->getString('from'), $request->request->getString('to')),
        );
    }

    /** @throws DesignException */
    private static function changed(Design $design, Request $request): ChangeSize
    {
        $input = $request->request;
        $preset = Preset::all()[$input->getString('preset')] ?? null;
        if (null !== $preset) {
            return new ChangeSize($preset->width, $preset->height, $preset->unit, $preset->dpi);
        }
        $number = static function (string $key) use ($input): float {
            $value = str_replace(',', '.', trim($input->getString($key)));

            return is_numeric($value) ? (float) $value : throw new DesignException('', new Message('design.wrong.no_number', [
                'value' => $value,
            ]));
        };

        return new ChangeSize(
            $number('width'),
            $number('height'),
            Unit::tryFrom($input->getString('unit')) ?? $design->unit,
            '' === $input->getString('dpi') ? $design->dpi : $number('dpi'),
        );
    }
}
