<?php

declare(strict_types=1);

namespace Morphea\App\Runs\PrintSheets;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Message;
use Morphea\Core\Output\PrintSheets\LabelSheet;
use Morphea\Core\Output\PrintSheets\SheetException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** Label sheets a member saves by their dimensions. */
#[Route('/projects/{project}/press/labels')]
final class LabelsController extends AbstractController
{
    public function __construct(private readonly LabelStore $labels)
    {
    }

    #[Route('', name: 'labels_keep', methods: ['POST'])]
    public function keep(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        try {
            $kept = $this->labels->keep($member, $request->request->getString('labelsName'), $request->request->all('own'));
        } catch (SheetException $e) {
            return $this->choose($project, $member, LabelStore::OWN, $e->says());
        }

        return $this->choose($project, $member, "kept-{$kept->id()}");
    }

    #[Route('/{labels}/forget', name: 'labels_forget', methods: ['POST'], requirements: ['labels' => '\d+'])]
    public function forget(Project $project, int $labels, #[CurrentUser] Member $member): Response
    {
        $kept = $this->labels->find($member, $labels) ?? throw $this->createNotFoundException();
        $this->labels->forget($kept);

        return $this->choose($project, $member, LabelStore::OWN);
    }

    private function choose(Project $project, Member $member, string $label, Message|string $trouble = ''): Response
    {
        return $this->render('sheets/labels.html.twig', [
            'project' => $project,
            'label' => $label,
            'kept' => $this->labels->kept($member),
            'labelSheets' => LabelSheet::common(),
            'trouble' => $trouble,
        ]);
    }
}
