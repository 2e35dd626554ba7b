<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Symfony\Component\Routing\RouterInterface;

/** What is larger than a page takes is refused before anything of it is looked at. */
final class BodyLimitsTest extends AppTestCase
{
    public function testOnlyRoutesThatBringFilesTakeMuch(): void
    {
        $project = $this->project("Full name\nNg");
        $sent = function (string $address, int $bytes): string {
            $headers = ['HTTP_CONTENT_LENGTH' => (string) $bytes, 'HTTP_ORIGIN' => 'http://localhost'];
            $this->browser->request('POST', $address, [], [], $headers);

            return $this->body();
        };
        $token = str_repeat('x', 22);
        foreach (['/sign-in', "/off/$token", "/projects/{$project->id()}/compose/set"] as $address) {
            self::assertStringContainsString('This is 3 MB, but at most 2 MB can be sent here.', $sent($address, 3_000_000));
            self::assertResponseStatusCodeSame(413, $address);
        }
        $sent("/answer/$token", 20_000_000);
        self::assertResponseStatusCodeSame(403, 'it may bring pictures: it is refused for another reason');
        $sent("/answer/$token", 200_000_000);
        self::assertResponseStatusCodeSame(413);
        $sent("/projects/{$project->id()}/rows/import", 500_000_000);
        self::assertNotSame(413, $this->browser->getResponse()->getStatusCode());
        // The web server that stands before PHP takes as much for the same pages, and no more for others.
        $nginx = (string) file_get_contents(\dirname(__DIR__, 2) . '/deploy/nginx.conf');
        preg_match_all('~location \~ (\S+) \{[^}]*client_max_body_size (\d+)m;~', $nginx, $found, \PREG_SET_ORDER);
        foreach (self::getContainer()->get(RouterInterface::class)->getRouteCollection() as $name => $route) {
            $path = strtr($route->getPath(), ['{project}' => '01ABC', '{token}' => $token]);
            $takes = [];
            foreach ($found as [, $pattern, $megabytes]) {
                if (1 === preg_match("~$pattern~", $path)) {
                    $takes[] = (int) $megabytes;
                }
            }
            if (null !== $route->getDefault('_takes')) {
                self::assertSame([$route->getDefault('_takes')], $takes, $name);
            } elseif (!str_starts_with($path, '/answer') && !\in_array('GET', $route->getMethods(), true)) {
                self::assertSame([], $takes, $name);
            }
        }
    }

    public function testEveryPageSaysWhatItMayNotDo(): void
    {
        $this->browser->request('GET', '/sign-in');
        $headers = $this->browser->getResponse()->headers;
        self::assertStringContainsString('camera=()', (string) $headers->get('Permissions-Policy'));
        self::assertSame('same-origin', $headers->get('Cross-Origin-Opener-Policy'));
    }
}
