<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Morphea\Core\Message;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\HttpException;

/**
 * Limits the size of requests. Routes for uploads state by `_takes` how many megabytes they accept. Larger requests are
 * rejected before anything in them is looked at; the web server in front of PHP rejects them before they are read
 * (deploy/).
 */
#[AsEventListener(priority: 20)]
final readonly class BodyLimitListener
{
    /** Megabytes where a route says nothing. */
    private const USUAL = 2;
    private const MEGABYTE = 1_000_000;

    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || $request->isMethodSafe()) {
            return;
        }
        $takes = (int) $request->attributes->get('_takes', self::USUAL);
        $bytes = (int) $request->headers->get('Content-Length', '0');
        if ($bytes > $takes * self::MEGABYTE) {
            throw new HttpException(Response::HTTP_REQUEST_ENTITY_TOO_LARGE, (new Message('errors.too_large', [
                'size' => round($bytes / self::MEGABYTE, 1),
                'most' => $takes,
            ]))->stored());
        }
    }
}
