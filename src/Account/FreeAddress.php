<?php

declare(strict_types=1);

namespace Morphea\App\Account;

use Symfony\Component\Validator\Constraint;

/** No member has this mail address yet. */
final class FreeAddress extends Constraint
{
    public function validatedBy(): string
    {
        return FreeAddressValidator::class;
    }
}
