<?php

declare(strict_types=1);

namespace Morphea\App\Runs\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Project\Projects\ProjectResolver;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Gives controllers the run their URL names, if it belongs to a project of the signed-in member; otherwise a 404. */
#[AsTaggedItem(priority: ProjectResolver::BEFORE_ALL_OTHERS)]
final readonly class RunResolver implements ValueResolverInterface
{
    public function __construct(private EntityManagerInterface $entities, private ProjectResolver $projects)
    {
    }

    /** @return iterable<Run> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        if (Run::class !== $argument->getType()) {
            return [];
        }
        $named = ['id' => $request->attributes->getString('run'), 'project' => $this->projects->project($request)];

        return [
            $this->entities->getRepository(Run::class)->findOneBy($named) ??
            throw new NotFoundHttpException('There is no such run.'),
        ];
    }
}
