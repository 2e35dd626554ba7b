<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Http;

use Symfony\Component\HttpFoundation\Response;

/** Pages for people who have their URL: no search engine lists them, and no other site learns the URL. */
final readonly class Unlisted
{
    public static function of(Response $response): Response
    {
        $response->headers->set('X-Robots-Tag', 'noindex, nofollow');
        $response->headers->set('Referrer-Policy', 'no-referrer');

        return $response;
    }
}
