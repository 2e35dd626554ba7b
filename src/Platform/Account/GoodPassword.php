<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Symfony\Component\Form\FormInterface;
use Symfony\Component\Validator\Constraints\Callback;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/** The password rule for forms: weak passwords are rejected with the reason. */
final readonly class GoodPassword
{
    /** @param list<string> $known of the person; else as the same form says */
    public static function rule(array $known = []): Callback
    {
        return new Callback(static function (mixed $password, ExecutionContextInterface $context) use ($known): void {
            $form = $context->getRoot();
            if ([] === $known && $form instanceof FormInterface) {
                foreach (['name', 'email'] as $field) {
                    $value = $form->has($field) ? $form->get($field)->getData() : null;
                    $known[] = \is_string($value) ? $value : '';
                }
            }
            $why = \is_string($password) && '' !== $password ? PasswordRule::refuses($password, $known) : null;
            if (null !== $why) {
                [$catalogue, $id] = explode('.', $why->id, 2);
                $context->buildViolation($id, $why->parameters)->setTranslationDomain($catalogue)->addViolation();
            }
        });
    }
}
