<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Symfony\Component\Validator\Constraint;
use Symfony\Component\Validator\ConstraintValidator;

final class FreeAddressValidator extends ConstraintValidator
{
    public function __construct(private readonly MemberProvider $members)
    {
    }

    public function validate(mixed $value, Constraint $constraint): void
    {
        if (\is_string($value) && null !== $this->members->find($value)) {
            $this->context->addViolation('There is an account with this address already. Sign in instead.');
        }
    }
}
