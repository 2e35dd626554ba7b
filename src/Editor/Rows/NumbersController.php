<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Rows;

use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableStore;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Edit\AddNumbers;
use Morphea\Core\Table\Data\Recipe\CheckDigit;
use Morphea\Core\Table\Data\TableException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Adds numbered rows without a spreadsheet. */
#[Route('/projects/{project}/rows')]
final class NumbersController extends AbstractController
{
    #[Route('/numbers', name: 'rows_numbers', methods: ['POST'])]
    public function numbers(Project $project, Request $request, TableStore $store): Response
    {
        $input = $request->request;
        try {
            $edit = AddNumbers::of(
                $input->getString('column'),
                $this->whole($input->getString('count'), 'count'),
                $input->getString('from', '1'),
                $this->whole($input->getString('step', '1'), 'step'),
                CheckDigit::tryFrom($input->getString('check')) ?? CheckDigit::None,
                mb_substr($input->getString('groups'), 0, 20_000),
                BlankTable::of($project->design())->headings,
            );
            $store->apply($project, $edit);
            $this->addFlash('good', new Message('rows.numbers.done', ['what' => $edit->says()]));
        } catch (TableException $e) {
            $this->addFlash('bad', $e->says());
        }

        return $this->redirectToRoute('rows', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    /** @throws TableException */
    private function whole(string $said, string $what): int
    {
        return 1 === preg_match('/^\s*-?\d{1,9}\s*$/', $said)
            ? (int) $said
            : throw new TableException(new Message("rows.numbers.bad_$what", ['value' => mb_strimwidth($said, 0, 20, '…', 'UTF-8')]));
    }
}
