<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use League\Flysystem\FilesystemOperator;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\Mailer\Exception\UnsupportedSchemeException;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mailer\Transport\TransportFactoryInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;

#[AutoconfigureTag('mailer.transport_factory')]
final readonly class MailboxTransportFactory implements TransportFactoryInterface
{
    public function __construct(private FilesystemOperator $files)
    {
    }

    public function create(Dsn $dsn): TransportInterface
    {
        return $this->supports($dsn) ? new MailboxTransport($this->files) : throw new UnsupportedSchemeException($dsn);
    }

    public function supports(Dsn $dsn): bool
    {
        return 'mailbox' === $dsn->getScheme();
    }
}
