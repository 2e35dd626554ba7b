<?php

declare(strict_types=1);

namespace Morphea\App\Project\Projects;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Platform\Account\Member;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Controller\ValueResolverInterface;
use Symfony\Component\HttpKernel\ControllerMetadata\ArgumentMetadata;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Gives controllers the project their URL names, if it is the signed-in member's own; otherwise a 404. */
#[AsTaggedItem(priority: self::BEFORE_ALL_OTHERS)]
final readonly class ProjectResolver implements ValueResolverInterface
{
    public const BEFORE_ALL_OTHERS = 300;

    public function __construct(private EntityManagerInterface $entities, private Security $security)
    {
    }

    /** @return iterable<Project> */
    public function resolve(Request $request, ArgumentMetadata $argument): iterable
    {
        return Project::class === $argument->getType() ? [$this->project($request)] : [];
    }

    /** @throws NotFoundHttpException */
    public function project(Request $request): Project
    {
        $member = $this->security->getUser();

        return ($member instanceof Member
            ? $this->entities
                ->getRepository(Project::class)
                ->findOneBy(['id' => $request->attributes->getString('project'), 'owner' => $member])
            : null) ?? throw new NotFoundHttpException('There is no such project.');
    }
}
