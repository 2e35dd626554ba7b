<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\EventLog;

use Morphea\App\Delivery\Ways\WayRegistry;
use Morphea\App\Project\Projects\Project;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The history of a project: what was delivered, sent, sealed, answered, posted, opened and withdrawn, and when. */
final class EventLogController extends AbstractController
{
    #[Route('/projects/{project}/deliver/history', name: 'history', methods: ['GET'])]
    public function history(Project $project, Request $request, EventLog $history, WayRegistry $ways): Response
    {
        $kinds = $ways->labels();
        $what = $request->query->getString('what');
        $what = isset($kinds[$what]) ? $what : null;
        $pages = max(1, (int) ceil($history->count($project, $what) / EventLog::PAGE));
        $page = max(1, min($pages, $request->query->getInt('page', 1)));

        return $this->render('deliver/history.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'what' => $what,
            'kinds' => $kinds,
            'lines' => $history->page($project, $what, $page),
            'page' => $page,
            'pages' => $pages,
        ]);
    }
}
