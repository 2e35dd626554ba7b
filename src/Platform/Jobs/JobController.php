<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

use Morphea\App\Platform\Account\Member;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/**
 * Progress of any job, shown and stopped in a part of a page. `then` is the page that follows when it ends, `back` the
 * one after stopping it; with `into`, they are loaded into that part of the page.
 */
#[Route('/work/{job}')]
final class JobController extends AbstractController
{
    public function __construct(private readonly JobDispatcher $desk)
    {
    }

    #[Route('/meter', name: 'work_meter', methods: ['GET'])]
    public function meter(string $job, Request $request, #[CurrentUser] Member $member): Response
    {
        $found = $this->job($member, $job);

        return $found->isUnderWay()
            ? $this->render('part/work.html.twig', [
                'view' => $this->desk->view($found),
                'then' => self::page($request->query, 'then'),
                'back' => self::page($request->query, 'back'),
                'into' => $request->query->getString('into'),
            ])
            : $this->leadOn($request->query, 'then');
    }

    /** Results that exist are kept, unless only the complete result was wanted. */
    #[Route('/stop', name: 'work_stop', methods: ['POST'])]
    public function stop(string $job, Request $request, #[CurrentUser] Member $member): Response
    {
        $this->desk->leave($this->job($member, $job));

        return $this->leadOn($request->request, 'back');
    }

    /** @param InputBag<string> $asked */
    private function leadOn(InputBag $asked, string $where): Response
    {
        $page = self::page($asked, $where);
        $into = $asked->getString('into');

        return '' === $into
            ? new Response('', Response::HTTP_OK, ['HX-Redirect' => $page])
            : $this->render('part/lead-on.html.twig', ['page' => $page, 'into' => $into]);
    }

    /**
     * Only a page of this application.
     *
     * @param InputBag<string> $asked
     */
    private static function page(InputBag $asked, string $where): string
    {
        $page = $asked->getString($where);

        return 1 === preg_match('~^/(?![/\\\\])[\x21-\x5b\x5d-\x7e]*$~D', $page) ? $page : '/';
    }

    private function job(Member $member, string $id): Job
    {
        return $this->desk->findOf($member, $id) ?? throw $this->createNotFoundException('There is nothing like this any more.');
    }
}
