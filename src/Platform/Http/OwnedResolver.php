<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\Run;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Gives controllers the Project or Run their address names, if it is the signed-in member's own; anything else is a 404. */
#[AsTaggedItem(priority: self::BEFORE_ALL_OTHERS)]
final readonly class OwnedResolver implements ValueResolverInterface
{
    private const BEFORE_ALL_OTHERS = 300;

    public function __construct(private EntityManagerInterface $entities, private Security $security)
    {
    }

    /** @return iterable<Project|Run> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        return match ($argument->getType()) {
            Project::class => [$this->project($request)],
            Run::class => [$this->run($request)],
            default => [],
        };
    }

    private function project(Request $request): Project
    {
        $member = $this->security->getUser();

        return ($member instanceof Member
            ? $this->entities
                ->getRepository(Project::class)
                ->findOneBy(['id' => $request->attributes->getString('project'), 'owner' => $member])
            : null) ?? throw new NotFoundHttpException('There is no such project.');
    }

    private function run(Request $request): Run
    {
        return $this->entities
            ->getRepository(Run::class)
            ->findOneBy(['id' => $request->attributes->getString('run'), 'project' => $this->project($request)]) ??
            throw new NotFoundHttpException('There is no such run.');
    }
}
