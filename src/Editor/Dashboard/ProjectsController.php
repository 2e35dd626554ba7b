<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Jobs\JobDispatcher;
use Morphea\App\Project\Context\Thumbnails;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\HeldByOthers;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Edits\Preset;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** All projects of a member, and what can be done with each. */
final class ProjectsController extends AbstractController
{
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly ProjectMaker $maker,
        private readonly StarterShelf $starters,
        private readonly OwnStarters $own,
        private readonly JobDispatcher $desk,
    ) {
    }

    #[Route('/', name: 'projects', methods: ['GET'])]
    public function index(#[CurrentUser] Member $member, Request $request, Thumbnails $faces, HeldByOthers $outside): Response
    {
        $projects = $this->entities
            ->getRepository(Project::class)
            ->findBy(['owner' => $member], ['changedAt' => 'DESC', 'id' => 'DESC']);
        $order = ProjectCardOrder::tryFrom($request->query->getString('order')) ?? ProjectCardOrder::Changed;
        $cards = $order->sorted(
            array_map(static fn (Project $project): ProjectCard => ProjectCard::of($project, $faces->state($project)), $projects),
            $request->getLocale(),
        );

        return $this->render('projects/index.html.twig', [
            'cards' => $cards,
            'order' => $order->value,
            'orders' => ProjectCardOrder::cases(),
            'starters' => $this->starters->byKind(),
            'own' => $this->own->all($member),
            'outside' => $outside->held($member),
            'presets' => Preset::all(),
            'works' => $this->desk->all($member, ...ProjectJobKind::kinds()),
        ]);
    }

    #[Route('/projects/{project}/name', name: 'project_name', methods: ['POST'])]
    public function name(Project $project, Request $request, DesignHistory $history): Response
    {
        $name = mb_substr(trim($request->request->getString('name')), 0, 120);
        if ('' === $name) {
            $this->addFlash('bad', new Message('projects.no_name'));
        } else {
            $project->markNamed();
            $history->anywhen($project, static fn (Design $design): Design => $design->named($name), new Message('design.did.renamed'));
        }

        return $this->redirectToRoute('projects');
    }

    #[Route('/projects/{project}/delete', name: 'project_delete', methods: ['POST'])]
    public function delete(Project $project, ProjectRemoval $removal): Response
    {
        $name = ProjectCard::of($project, '')->name;
        $removal->remove($project);
        $this->addFlash('good', new Message('projects.delete.done', ['name' => $name]));

        return $this->redirectToRoute('projects');
    }

    /** A copy of a project, with or without its rows. */
    #[Route('/projects/{project}/copy', name: 'project_copy', methods: ['POST'])]
    public function copy(Project $project, Request $request): Response
    {
        $copy = $this->maker->copy($project, $request->request->getBoolean('rows'));
        $this->addFlash(
            'good',
            new Message('projects.copied', ['name' => $copy->name(), 'with' => $copy->rowCount() > 0]),
        );

        return $this->redirectToRoute('projects');
    }
}
