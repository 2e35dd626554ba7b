<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Account;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\EmailType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Email;
use Symfony\Component\Validator\Constraints\Length;
use Symfony\Component\Validator\Constraints\NotBlank;

/** @extends AbstractType<array<string, string>> */
final class SignUpForm extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder
            ->add('name', TextType::class, [
                'label' => 'sign_up.name',
                'attr' => ['autocomplete' => 'name', 'autofocus' => true],
                'constraints' => [new NotBlank(message: 'sign_up.no_name'), new Length(max: 80)],
            ])
            ->add('email', EmailType::class, [
                'label' => 'email',
                'attr' => ['autocomplete' => 'username'],
                'constraints' => [
                    new NotBlank(message: 'sign_up.no_email'),
                    new Email(message: 'sign_up.bad_email'),
                    new Length(max: 180),
                ],
            ])
            ->add('password', PasswordType::class, [
                'label' => 'password.label',
                'help' => 'password.help',
                'attr' => ['autocomplete' => 'new-password'],
                'constraints' => [new NotBlank(message: 'sign_up.no_password'), GoodPassword::rule()],
            ]);
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['csrf_token_id' => 'sign', 'csrf_field_name' => '_token', 'translation_domain' => 'account']);
    }
}
