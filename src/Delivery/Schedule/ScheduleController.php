<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\Time;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Platform\Http\Attachment;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\MadePieces;
use Morphea\Core\Delivery\Schedule\PostOrder;
use Morphea\Core\Delivery\Schedule\ScheduleException;
use Morphea\Core\Delivery\Schedule\ScheduleRule;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Morphea\Core\Table\Patterns\PatternException;
use Morphea\Core\Table\Patterns\PatternParts;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/**
 * The schedule: planned by a rule, changed by mouse and keyboard, published at its times, and exported for other
 * programs.
 */
#[Route('/projects/{project}/deliver/calendar')]
final class ScheduleController extends AbstractController
{
    public function __construct(
        private readonly PostScheduler $posts,
        private readonly PostRepository $store,
        private readonly ScheduleView $view,
        private readonly Channel $channel,
        private readonly TimeZones $zones,
    ) {
    }

    /** The time zone of its times. */
    private function zone(Project $project): \DateTimeZone
    {
        return $this->zones->named($project->zone());
    }

    #[Route('', name: 'calendar', methods: ['GET'])]
    public function index(Project $project, Request $request): Response
    {
        $words = $this->posts->words($project);

        return $this->render('schedule/index.html.twig', $this->view->month($project, $request->query->getString('month')) + [
            'project' => $project,
            'here' => 'deliver',
            'order' => $this->posts->order($project),
            'text' => $words,
            'parts' => EditorWords::of($project, $words->words),
            'tags' => EditorWords::of($project, $words->tags),
            'columns' => EditorWords::columns($project),
            'shown' => DisplayStyle::choices($project->design()->locale),
            'on' => null !== $this->store->on($project->id()),
            'overdue' => \count($this->posts->overdue($project, Time::at())),
            'asks' => $request->query->has('ask'),
            'until' => Time::now(),
            'ways' => Overdue::cases(),
            'channel' => $this->channel->name(),
            'zone' => $this->zone($project)->getName(),
        ]);
    }

    #[Route('', name: 'calendar_keep', methods: ['POST'])]
    public function keep(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $in = $request->request;
        $dealt = 0;
        try {
            $said = $in->all();
            foreach (['words', 'tags'] as $words) {
                $said[$words] = PatternParts::source(json_decode($in->getString($words), true));
            }
            $this->posts->keep($project, ScheduleRule::of($said, $this->zone($project)), PostOrder::of($said));
            [$dealt, $forced] = $in->has('keep')
                ? [null, 0]
                : $this->posts->deal($project, $in->has('anew'), $member->getUserIdentifier());
            $this->addFlash('good', match ($dealt) {
                null => new Message('schedule.did.saved'),
                0 => new Message('schedule.did.all_there'),
                default => 0 === $forced
                    ? new Message('schedule.did.scheduled', ['count' => $dealt])
                    : new Message('schedule.did.scheduled_forced', ['count' => $dealt, 'forced' => $forced]),
            });
        } catch (ScheduleException | PatternException $e) {
            $this->addFlash('bad', Message::why($e));
        }

        // What was dealt is shown where it begins.
        return $this->back($project, 0 === ($dealt ?? 0) ? $in->getString('month') : '');
    }

    /** Moves a post to another day or time, and reloads the month. */
    #[Route('/{post}/move', name: 'post_move', methods: ['POST'], requirements: ['post' => '\d+'])]
    public function move(Project $project, int $post, Request $request): Response
    {
        $found = $this->store->find($project, $post) ?? throw $this->createNotFoundException();
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $request->request->getString('day'), $this->zone($project));
        $time = $request->request->getString('time');
        $at = false === $day ? null : $day->modify(1 === preg_match('/^\d\d:\d\d$/', $time) ? $time : $found->at->format('H:i'));
        $why = match (true) {
            null === $at || false === $at => new Message('schedule.wrong.no_day'),
            $at <= Time::at() => new Message('schedule.wrong.past'),
            !$this->store->move($project, $post, $at) => new Message('schedule.wrong.published'),
            default => '',
        };
        $month = $request->request->getString('month');

        return $this->render('schedule/month.html.twig', ['why' => $why, 'project' => $project] + $this->view->month($project, $month));
    }

    #[Route('/{post}/remove', name: 'post_remove', methods: ['POST'], requirements: ['post' => '\d+'])]
    public function remove(Project $project, int $post, Request $request): Response
    {
        $this->store->remove($project, $post);

        return $this->back($project, $request->request->getString('month'));
    }

    /** One post, as it will be or was published. */
    #[Route('/{post}', name: 'post', methods: ['GET'], requirements: ['post' => '\d+'])]
    public function post(Project $project, int $post): Response
    {
        $found = $this->store->find($project, $post) ?? throw $this->createNotFoundException();

        return $this->render('schedule/post.html.twig', $this->view->post($project, $found) + ['project' => $project, 'post' => $found]);
    }

    #[Route('/{post}/picture.png', name: 'post_picture', methods: ['GET'], requirements: ['post' => '\d+'])]
    public function picture(Project $project, int $post, MadePieces $made): Response
    {
        $found = $this->store->find($project, $post);
        $piece = null === $found ? null : $made->find($project, $found->row);
        try {
            $png = null === $piece ? null : $made->picture($piece, 0);
        } catch (RenderException) {
            $png = null;
        }

        return null === $png
            ? throw $this->createNotFoundException()
            : new Response($png, Response::HTTP_OK, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=60']);
    }

    #[Route('/posts.ics', name: 'calendar_ics', methods: ['GET'])]
    public function ics(Project $project, CalendarExport $files): Response
    {
        return new Response($files->ics($project), Response::HTTP_OK, [
            'Content-Type' => 'text/calendar; charset=utf-8',
            'Content-Disposition' => Attachment::header("{$project->name()}.ics"),
        ]);
    }

    #[Route('/posts.csv', name: 'calendar_csv', methods: ['GET'])]
    public function csv(Project $project, CalendarExport $files): Response
    {
        return new Response($files->csv($project), Response::HTTP_OK, [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => Attachment::header("{$project->name()}-posts.csv"),
        ]);
    }

    #[Route('/turn', name: 'calendar_turn', methods: ['POST'])]
    public function turn(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $on = $request->request->has('on');
        $asked = new \DateTimeImmutable('@' . min(Time::now(), $request->request->getInt('until', Time::now())));
        $overdue = $on ? $this->posts->overdue($project, $asked) : [];
        if ([] !== $overdue) {
            $what = Overdue::tryFrom($request->request->getString('overdue'));
            try {
                null === $what || $this->posts->settle($project, $overdue, $what, $member->getUserIdentifier());
            } catch (ScheduleException $e) {
                $this->addFlash('bad', $e->says());
                $what = null;
            }
            if (null === $what) {
                return $this->redirectToRoute('calendar', ['project' => $project->id(), 'ask' => 1], Response::HTTP_SEE_OTHER);
            }
        }
        $this->store->turn($project, $on, $request->getSchemeAndHttpHost());
        $this->addFlash('good', $on
            ? new Message('schedule.switch.turned_on', ['channel' => $this->channel->name()])
            : new Message('schedule.switch.turned_off'));

        return $this->back($project, $request->request->getString('month'));
    }

    private function back(Project $project, string $month): Response
    {
        $to = ['project' => $project->id()] + ('' === $month ? [] : ['month' => $month]);

        return $this->redirectToRoute('calendar', $to, Response::HTTP_SEE_OTHER);
    }
}
