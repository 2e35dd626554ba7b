<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Verification;

use Morphea\App\Delivery\Ways\WaySettings;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Verification\SealOrder;
use Morphea\Core\Delivery\Verification\VerificationException;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\TableException;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Morphea\Core\Table\Patterns\Pattern;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Verification as the owner sets it up: what is said about every piece, and which pieces are sealed. */
#[Route('/projects/{project}/deliver/genuine')]
final class SealController extends AbstractController
{
    private const KIND = 'seal';

    public function __construct(
        private readonly Seals $seals,
        private readonly SealKeys $keys,
        private readonly SealSetup $setup,
        private readonly WaySettings $ways,
        private readonly Issuers $issuers,
    ) {
    }

    #[Route('', name: 'seals', methods: ['GET'])]
    public function index(Project $project, Request $request): Response
    {
        $said = $this->ways->said($project, self::KIND);
        $order = null === $said ? self::usual($project) : SealOrder::of($said);
        $counts = $this->seals->counts($project);
        $pages = max(1, (int) ceil(($counts['standing'] + $counts['back']) / Seals::PAGE));
        $page = max(1, min($pages, $request->query->getInt('page', 1)));
        $column = Seals::column($project);

        return $this->render('verification/index.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'column' => $column,
            'onDesign' => null !== $column && \in_array($column->key, $project->design()->linkedColumns(), true),
            'order' => $order,
            'issuer' => $this->issuers->name($project->owner()),
            'what' => EditorWords::of($project, $order->what),
            'columns' => EditorWords::columns($project),
            'shown' => DisplayStyle::choices($project->design()->locale),
            'counts' => $counts,
            'seals' => $this->seals->page($project, $page),
            'page' => $page,
            'pages' => $pages,
            'keys' => $this->keys->all($project->owner()->id()),
        ]);
    }

    #[Route('/codes', name: 'seal_codes', methods: ['POST'])]
    public function codes(Project $project): Response
    {
        try {
            if (null === Seals::column($project)) {
                $this->setup->codes($project);
            }
            $this->addFlash('good', new Message('verification.did.codes'));
        } catch (TableException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->back($project);
    }

    #[Route('/design', name: 'seal_design', methods: ['POST'])]
    public function design(Project $project): Response
    {
        $column = Seals::column($project);
        try {
            if (null !== $column) {
                $page = rtrim($this->generateUrl('genuine', ['code' => ''], UrlGeneratorInterface::ABSOLUTE_URL), '/');
                $this->setup->onDesign($project, $column->key, $page);
                $this->addFlash('good', new Message('verification.did.design'));
            }
        } catch (DesignException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->back($project);
    }

    #[Route('/seal', name: 'seal', methods: ['POST'])]
    public function seal(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        try {
            $what = PatternParts::source(json_decode($request->request->getString('what'), true));
            $order = SealOrder::of(['what' => $what] + $request->request->all());
            $this->ways->say($project, self::KIND, $order->toArray());
            $done = $this->seals->seal($project, $order, $member->getUserIdentifier());
            $count = array_sum($done);
            $this->addFlash('good', match (true) {
                0 === $count => new Message('verification.did.all_sealed'),
                0 === $done['replaced'] => new Message('verification.did.sealed', ['count' => $count]),
                default => new Message('verification.did.sealed_replaced', ['count' => $count, 'replaced' => $done['replaced']]),
            });
        } catch (VerificationException | PatternException $e) {
            $this->addFlash('bad', Message::why($e));
        }

        return $this->back($project);
    }

    #[Route('/back', name: 'seal_back', methods: ['POST'])]
    public function takeBack(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $id = (int) $request->request->getString('seal');
        try {
            if ($request->request->has('again')) {
                $this->seals->giveBack($project, $id, $member->getUserIdentifier());
            } else {
                $this->seals->takeBack($project, $id, $request->request->getString('reason'), $member->getUserIdentifier());
            }
        } catch (VerificationException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->back($project);
    }

    #[Route('/key', name: 'seal_key', methods: ['POST'])]
    public function key(Project $project): Response
    {
        $this->keys->renew($project->owner());
        $this->addFlash('good', new Message('verification.did.key'));

        return $this->back($project);
    }

    private function back(Project $project): Response
    {
        return $this->redirectToRoute('seals', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    private static function usual(Project $project): SealOrder
    {
        $linked = $project->design()->linkedColumns();
        $isDay = static fn (Column $one): bool => 1 === preg_match('/date|issued|day|when/i', $one->heading);
        $days = array_filter($project->columns(), $isDay);

        return new SealOrder(
            $linked[0] ?? '',
            Pattern::quote($project->name()),
            array_column($days, 'key')[0] ?? '',
        );
    }
}
