<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Mockups;

use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Format\OnProducts;
use Morphea\App\Engine\Production\Format\ProductSettings;
use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\FormatSettingsException;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Http\FormDeduplicator;
use Morphea\App\Platform\Http\Upload;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Assets\PictureImporter;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Assets\StoredPicture;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunOrderException;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Core\Message;
use Morphea\Core\Output\Mockups\MockupException;
use Morphea\Core\Output\Mockups\MockupInk;
use Morphea\Core\Output\Mockups\Product;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Mockups: looked at row by row, and made as a run of their own. */
#[Route('/projects/{project}/deliver/previews')]
final class PreviewController extends AbstractController
{
    public function __construct(
        private readonly PreviewPicture $picture,
        private readonly PictureStore $pictures,
        private readonly RunPlanner $planner,
        private readonly ExportFormatRegistry $outputs,
        private readonly RunDispatcher $runs,
        private readonly Words $words,
    ) {
    }

    #[Route('', name: 'previews', methods: ['GET'])]
    public function index(Project $project, Request $request): Response
    {
        $said = $request->query->getString('product', $this->last($project));
        try {
            $product = Product::of($said);
        } catch (MockupException) {
            $product = Product::of($said = 'tote');
        }
        $all = $this->pictures->all($project);
        $pages = $project->design()->pages;

        return $this->render('mockups/index.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'said' => $said,
            'product' => $product,
            'drawn' => Product::drawn(),
            'own' => array_values(array_filter($all, self::isPhotograph(...))),
            'picture' => $product->isOwn() ? $this->pictures->find($project, $product->picture) : null,
            'inks' => MockupInk::cases(),
            'row' => max(1, min(max(1, $project->rowCount()), $request->query->getInt('row', 1))),
            'pages' => $pages,
            'page' => max(0, min(\count($pages) - 1, $request->query->getInt('page'))),
        ]);
    }

    #[Route('/picture.jpg', name: 'preview_picture', methods: ['GET'])]
    public function picture(Project $project, Request $request): Response
    {
        try {
            $product = Product::of($request->query->getString('product'));
            $page = isset($project->design()->pages[$request->query->getInt('page')]) ? $request->query->getInt('page') : 0;
            $jpeg = $this->picture->draw($project, $product, $request->query->getInt('row', 1), $page);
        } catch (MockupException | RenderException $e) {
            return new Response(
                $this->words->say($e),
                Response::HTTP_UNPROCESSABLE_ENTITY,
                ['Content-Type' => 'text/plain; charset=utf-8'],
            );
        }

        return new Response($jpeg, Response::HTTP_OK, ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, no-cache']);
    }

    /** A member's own photo of a product; the piece starts in its centre. */
    #[Route('/own', name: 'preview_own', defaults: ['_takes' => 1_010], methods: ['POST'])]
    public function own(Project $project, Request $request, PictureImporter $intake): Response
    {
        try {
            $taken = $intake->take($project, [Upload::from($request, 'picture')], now: true);
            $picture = isset($taken->names[0]) ? $this->pictures->find($project, $taken->names[0]) : null;
            if (null === $picture || !self::isPhotograph($picture)) {
                throw new UploadException($taken->notices[0] ?? new Message('mockups.wrong.not_photo'));
            }
        } catch (UploadException $e) {
            $this->addFlash('bad', $e->says());

            return $this->redirectToRoute('previews', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }
        $at = static fn (float $x, float $y): array => [round($x * $picture->width()), round($y * $picture->height())];
        $product = json_encode([
            'picture' => $picture->name(),
            'ink' => MockupInk::Covers->value,
            'points' => [[$at(0.3, 0.3), $at(0.7, 0.3)], [$at(0.3, 0.7), $at(0.7, 0.7)]],
        ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);

        return $this->redirectToRoute('previews', ['project' => $project->id(), 'product' => $product], Response::HTTP_SEE_OTHER);
    }

    #[Route('', name: 'previews_make', methods: ['POST'])]
    public function make(Project $project, Request $request, FormDeduplicator $once, #[CurrentUser] Member $member): Response
    {
        try {
            $settings = new ProductSettings(new SettingsInput([
                'product' => $request->request->getString('product'),
                FormatSettings::PAGE => $request->request->getString('pages'),
            ]));
            $order = $this->planner->usual($project, OnProducts::id());
            $order = $order->as([new ChosenFormat($this->outputs->get(OnProducts::id()), $settings)]);
            if ($once->isFirst($request)) {
                $this->runs->start($project, $order, $member->getUserIdentifier());
            }
        } catch (RunOrderException | FormatSettingsException $e) {
            $this->addFlash('bad', Message::why($e));

            return $this->redirectToRoute('previews', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('press', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    private static function isPhotograph(StoredPicture $picture): bool
    {
        return 1 === preg_match('~^image/(jpeg|png|webp)$~', $picture->mime());
    }

    private function last(Project $project): string
    {
        $settings = $this->planner->usual($project, OnProducts::id())->choices[0]->settings;

        return $settings instanceof ProductSettings && '' !== $settings->product ? $settings->product : 'tote';
    }
}
