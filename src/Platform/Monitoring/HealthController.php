<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Monitoring;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Endpoints for machines: whether this one answers, whether it can do its work, and metrics. */
final readonly class HealthController
{
    public function __construct(
        private Readiness $readiness,
        private Metrics $metrics,
        #[Autowire('%env(MORPHEA_METRICS)%')] private string $key,
    ) {
    }

    /** It checks nothing else: a machine must not be restarted because the database is gone. */
    #[Route('/health', name: 'health', methods: ['GET'])]
    public function health(): Response
    {
        return self::text("ok\n");
    }

    #[Route('/ready', name: 'ready', methods: ['GET'])]
    public function ready(): Response
    {
        $found = $this->readiness->look();
        $ready = [] === array_diff($found, [Readiness::OK]);

        return new JsonResponse(
            ['ready' => $ready] + $found,
            $ready ? Response::HTTP_OK : Response::HTTP_SERVICE_UNAVAILABLE,
            ['Cache-Control' => 'no-store'],
        );
    }

    /** For whoever has the key; for nobody if there is none. */
    #[Route('/metrics', name: 'metrics', methods: ['GET'])]
    public function metrics(Request $request): Response
    {
        if ('' === $this->key || !hash_equals("Bearer $this->key", (string) $request->headers->get('Authorization'))) {
            return new Response('', Response::HTTP_NOT_FOUND);
        }

        return self::text($this->metrics->text(), 'text/plain; version=0.0.4; charset=utf-8');
    }

    private static function text(string $words, string $type = 'text/plain; charset=utf-8'): Response
    {
        return new Response($words, Response::HTTP_OK, ['Content-Type' => $type, 'Cache-Control' => 'no-store']);
    }
}
