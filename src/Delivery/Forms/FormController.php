<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Forms;

use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Clock\TimeZones;
use Morphea\App\Project\Context\EditorWords;
use Morphea\App\Project\Projects\Project;
use Morphea\Core\Delivery\Forms\FieldKind;
use Morphea\Core\Delivery\Forms\FormException;
use Morphea\Core\Delivery\Forms\FormOrder;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\DisplayStyle;
use Morphea\Core\Table\Patterns\PatternException;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\CurrentUser;

/** The form of a project as its owner sets it up: its questions, its texts, and whether it is open. */
#[Route('/projects/{project}/deliver/form')]
final class FormController extends AbstractController
{
    public function __construct(private readonly Forms $forms, private readonly TimeZones $zones)
    {
    }

    #[Route('', name: 'form', methods: ['GET'])]
    public function index(Project $project): Response
    {
        return $this->show($project, $this->forms->order($project));
    }

    #[Route('', name: 'form_keep', methods: ['POST'])]
    public function keep(Project $project, Request $request, #[CurrentUser] Member $member): Response
    {
        $said = $request->request->all();
        $fields = array_filter(
            array_values(array_filter(\is_array($said['fields'] ?? null) ? $said['fields'] : [], is_array(...))),
            static fn (array $field): bool => isset($field['asked']),
        );
        try {
            $thanks = EditorWords::read($request->request->getString('thanks'));
        } catch (PatternException $e) {
            $this->addFlash('bad', $e->says());

            return $this->show($project, $this->forms->order($project), Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $order = FormOrder::of([
            'fields' => $fields,
            'looked' => '1' === ($said['looked'] ?? '1'),
            'confirms' => '1' === ($said['confirms'] ?? '1'),
            'thanks' => $thanks,
        ] + $said, $this->zones->named($project->zone()));
        try {
            $this->forms->keep($project, $order);
        } catch (FormException $e) {
            $this->addFlash('bad', $e->says());

            return $this->show($project, $order, Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $open = match (true) {
            $request->request->has('open') => true,
            $request->request->has('close') => false,
            default => null,
        };
        if (null !== $open) {
            $this->forms->open($project, $open, $member->getUserIdentifier());
        }
        $this->addFlash('good', match ($open) {
            true => new Message('forms.did.opened'),
            false => new Message('forms.did.closed'),
            null => new Message('forms.did.saved'),
        });

        return $this->redirectToRoute('form', ['project' => $project->id()], Response::HTTP_SEE_OTHER);
    }

    private function show(Project $project, FormOrder $order, int $status = Response::HTTP_OK): Response
    {
        $asked = array_column($order->fields, null, 'column');
        $columns = array_column(Forms::columns($project), null, 'key');
        // Those that are asked for, in their order; then the others.
        $lines = array_intersect_key($asked, $columns) + $columns;

        return $this->render('forms/index.html.twig', [
            'project' => $project,
            'here' => 'deliver',
            'order' => $order,
            'form' => $this->forms->get($project),
            'columns' => array_map(
                static fn (string $key): array => ['column' => $columns[$key], 'field' => $asked[$key] ?? null],
                array_map(strval(...), array_keys($lines)),
            ),
            'thanks' => EditorWords::of($project, $order->thanks),
            'offered' => EditorWords::columns($project),
            'shown' => DisplayStyle::choices($project->design()->locale),
            'families' => array_keys($project->design()->headings()),
            'kinds' => FieldKind::cases(),
            'zone' => $this->zones->named($project->zone())->getName(),
        ], new Response('', $status));
    }
}
