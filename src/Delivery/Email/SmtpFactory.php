<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Email;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\Exception\UnsupportedSchemeException;
use Symfony\Component\Mailer\Transport\Dsn;
use Symfony\Component\Mailer\Transport\Smtp\EsmtpTransport;
use Symfony\Component\Mailer\Transport\Smtp\Stream\SocketStream;
use Symfony\Component\Mailer\Transport\TransportFactoryInterface;
use Symfony\Component\Mailer\Transport\TransportInterface;

/** Replaces Symfony's own factory for smtp:// and smtps://, with all its options: the timeout is ours. */
#[AutoconfigureTag('mailer.transport_factory', ['priority' => 10])]
final readonly class SmtpFactory implements TransportFactoryInterface
{
    /** Seconds a connection may lie idle before it is asked whether it is still there. */
    private const IDLE = 1;

    public function __construct(
        #[Autowire(service: 'mailer.transport_factory.smtp')] private TransportFactoryInterface $symfony,
        #[Autowire(env: 'int:MORPHEA_MAIL_SECONDS')] private int $mailSeconds,
    ) {
    }

    public function create(Dsn $dsn): TransportInterface
    {
        $usual = $this->supports($dsn) ? $this->symfony->create($dsn) : throw new UnsupportedSchemeException($dsn);
        \assert($usual instanceof EsmtpTransport);
        $stream = $usual->getStream();
        \assert($stream instanceof SocketStream);
        $stream->setTimeout($this->mailSeconds);
        $smtp = new HastySmtp($stream->getHost(), $stream->getPort(), $stream->isTLS(), stream: $stream);
        $smtp->setUsername($usual->getUsername())
            ->setPassword($usual->getPassword())
            ->setAutoTls($usual->isAutoTls())
            ->setRequireTls($usual->isTlsRequired())
            ->setLocalDomain($usual->getLocalDomain())
            ->setMaxPerSecond((float) $dsn->getOption('max_per_second', 0))
            ->setPingThreshold((int) $dsn->getOption('ping_threshold', self::IDLE));
        $restart = $dsn->getOption('restart_threshold');

        return null === $restart ? $smtp : $smtp->setRestartThreshold((int) $restart, (int) $dsn->getOption('restart_threshold_sleep', 0));
    }

    public function supports(Dsn $dsn): bool
    {
        return \in_array($dsn->getScheme(), ['smtp', 'smtps'], true);
    }
}
