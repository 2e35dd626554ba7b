<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Entity\Member;
use Symfony\Component\Validator\Constraint;
use Symfony\Component\Validator\ConstraintValidator;

final class FreeAddressValidator extends ConstraintValidator
{
    public function __construct(private readonly EntityManagerInterface $entities)
    {
    }

    public function validate(mixed $value, Constraint $constraint): void
    {
        if (\is_string($value) && null !== $this->entities->getRepository(Member::class)->findOneBy(['email' => mb_strtolower($value)])) {
            $this->context->addViolation('There is an account with this address already. Sign in instead.');
        }
    }
}
