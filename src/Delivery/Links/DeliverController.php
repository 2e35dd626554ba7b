<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Links;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\WayRegistry;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Language\Language;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Morphea\App\Runs\Runs\RunPurpose;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Deliver station: a card for each way in which pieces reach people. */
#[Route('/projects/{project}/deliver')]
final class DeliverController extends AbstractController
{
    private const RUNS = 20;

    public function __construct(
        private readonly Links $links,
        private readonly LinkSets $sets,
        private readonly EventLog $history,
        private readonly EntityManagerInterface $entities,
        private readonly TimeZones $zones,
    ) {
    }

    #[Route('', name: 'deliver', methods: ['GET'])]
    public function index(Project $project, Request $request, WayRegistry $ways): Response
    {
        $counts = $this->links->counts($project);
        $pages = max(1, (int) ceil($counts['hold'] / Links::PAGE));
        $page = max(1, min($pages, $request->query->getInt('page', 1)));
        $own = ['project' => $project, 'purpose' => RunPurpose::Pieces];
        $runs = $this->entities->getRepository(Run::class)->findBy($own, ['number' => 'DESC'], self::RUNS);

        return $this->render('deliver/index.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'counts' => $counts,
            'links' => $this->links->page($project, $page),
            'page' => $page,
            'pages' => $pages,
            'runs' => array_values(array_filter($runs, static fn (Run $run): bool => $run->isDone())),
            'set' => $this->sets->get($project),
            'ways' => $ways->cards($project),
            'zone' => $this->zones->named($project->zone())->getName(),
        ]);
    }

    /** The language of pages for visitors, and the time zone of scheduled events. */
    #[Route('/language', name: 'deliver_language', methods: ['POST'])]
    public function language(Project $project, Request $request): Response
    {
        $language = Language::tryFrom($request->request->getString('language'));
        $zone = $request->request->getString('zone');
        if (null === $language || !TimeZones::isKnown($zone)) {
            $this->addFlash('bad', new Message(null === $language ? 'deliver.language.unknown' : 'common.zone.unknown'));

            return $this->back($project);
        }
        $project->speaks($language);
        $project->setZone($zone);
        $this->entities->flush();
        $this->addFlash('good', new Message('deliver.language.saved', ['language' => $language->ownName(), 'zone' => $zone]));

        return $this->back($project);
    }

    #[Route('/links', name: 'links_give', methods: ['POST'])]
    public function give(Project $project, Request $request): Response
    {
        $until = self::until($request->request->getString('until'), $this->zones->named($project->zone()));
        $id = $request->request->getString('run');
        $own = ['id' => $id, 'project' => $project, 'purpose' => RunPurpose::Pieces];
        $run = '' === $id ? null : $this->entities->getRepository(Run::class)->findOneBy($own);
        if (false === $until || ('' !== $id && null === $run)) {
            $this->addFlash('bad', new Message(false === $until ? 'deliver.links.bad_day' : 'deliver.links.no_run'));

            return $this->back($project);
        }
        $made = $this->links->give($project, $run, $until);
        $said = new Message('deliver.links.created', ['count' => $made]);
        if ($made > 0) {
            $this->tell($project, $said);
        }
        $this->addFlash('good', $said);

        return $this->back($project);
    }

    #[Route('/links/back', name: 'links_take_back', methods: ['POST'])]
    public function takeBack(Project $project, Request $request): Response
    {
        $id = $request->request->getString('link');
        $count = $this->links->takeBack($project, '' === $id ? null : (int) $id);
        $said = new Message('deliver.links.revoked', ['count' => $count]);
        $this->tell($project, $said);
        $this->addFlash('good', $said);

        return $this->back($project);
    }

    #[Route('/find', name: 'link_set_open', methods: ['POST'])]
    public function open(Project $project, Request $request): Response
    {
        $column = $request->request->getString('column');
        $keys = array_map(static fn ($one): string => $one->key, $project->columns());
        if ('' === $column) {
            $this->sets->close($project);
            $this->tell($project, $said = new Message('deliver.find.closed'));
            $this->addFlash('good', $said);
        } elseif (\in_array($column, $keys, true)) {
            $second = $request->request->getString('second');
            $this->sets->open($project, $column, \in_array($second, $keys, true) ? $second : '');
            $this->tell($project, new Message('deliver.find.opened'));
        } else {
            $this->addFlash('bad', new Message('deliver.find.unknown'));
        }

        return $this->back($project);
    }

    private function tell(Project $project, Message $words): void
    {
        $this->history->tell($project, LinksWay::ID, $words, (string) $this->getUser()?->getUserIdentifier());
    }

    private function back(Project $project): Response
    {
        return $this->redirectToRoute('deliver', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** @return \DateTimeImmutable|false|null the end of a day; null where none is said, false where it is none to come */
    private static function until(string $said, \DateTimeZone $zone): \DateTimeImmutable|false|null
    {
        if ('' === trim($said)) {
            return null;
        }
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', trim($said), $zone);

        $end = false === $day ? false : $day->modify('+1 day')->setTimezone(new \DateTimeZone('UTC'));

        return false !== $end && $end > Time::at() ? $end : false;
    }
}
