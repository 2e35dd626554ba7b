<?php

declare(strict_types=1);

namespace Morphea\App\Web;

use Morphea\App\Account\Attempts;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Twig\Environment;

/**
 * Pages for whoever has an address say in their route, by `_guest`, what is done there; how often one and the same network
 * may do it is said here. Networks are remembered as hashes, for a day at the most.
 */
#[AsEventListener(priority: 10)]
final readonly class GuestLimits
{
    /** So often within so many seconds. */
    public const MOST = [
        'look' => [600, 60],
        'fetch' => [120, 60],
        'search' => [40, 60],
        'check' => [30, 300],
        'answer' => [120, 600],
        'off' => [60, 600],
    ];

    public function __construct(private Attempts $attempts, private Environment $twig)
    {
    }

    public function __invoke(ControllerEvent $event): void
    {
        $request = $event->getRequest();
        $what = $request->attributes->getString('_guest');
        if (!$event->isMainRequest() || !isset(self::MOST[$what])) {
            return;
        }
        [$most, $seconds] = self::MOST[$what];
        $key = self::network((string) $request->getClientIp());
        $wait = $this->attempts->wait("guest-$what", $key, $most, $seconds);
        if (0 === $wait) {
            $this->attempts->note("guest-$what", $key);

            return;
        }
        $words = 'That was asked for very often from where you are. Wait ' . Attempts::words($wait) . ', then try again.';
        $event->setController(fn (): Response => new Response(
            $this->twig->render('public/gone.html.twig', ['why' => $words, 'title' => 'Too often']),
            Response::HTTP_TOO_MANY_REQUESTS,
            ['Retry-After' => (string) $wait],
        ));
    }

    /** It was no guess: it does not count. */
    public function forgive(Request $request): void
    {
        $what = $request->attributes->getString('_guest');
        $this->attempts->takeBack("guest-$what", self::network((string) $request->getClientIp()));
    }

    /** Who has a whole network of addresses, as everybody does with IPv6, is still one. */
    private static function network(string $ip): string
    {
        $bytes = @inet_pton($ip);

        return false !== $bytes && 16 === \strlen($bytes) ? bin2hex(substr($bytes, 0, 8)) : $ip;
    }
}
