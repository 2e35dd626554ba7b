<?php

declare(strict_types=1);

// Twenty people browsing while two workers make pictures, beside the same without a run. Usage: php -d ffi.enable=1
// bench/browsing.php (after `make assets`)

use Morphea\App\Cli\DemoCommand;
use Morphea\Tests\Browser\Application;
use Symfony\Component\HttpClient\HttpClient;

require __DIR__ . '/../vendor/autoload.php';

const PEOPLE = 20;
const SECONDS = 25;

$application = Application::get(2);
$client = HttpClient::createForBaseUri($application->address, ['max_redirects' => 0]);
$signedIn = static function () use ($client, $application): array {
    $answer = $client->request('POST', '/sign-in', [
        'headers' => ['Origin' => $application->address],
        'body' => ['email' => DemoCommand::MAIL, 'password' => DemoCommand::PASSWORD, '_token' => 'csrf-token'],
    ]);
    $cookies = $answer->getHeaders(false)['set-cookie'];
    $cookie = implode('; ', array_map(static fn (string $one): string => explode(';', $one)[0], $cookies));

    return [
        'Cookie' => $cookie,
        'X-CSRF-Token' => $client->request('GET', '/sign-token', ['headers' => ['Cookie' => $cookie]])->toArray()['token'],
    ];
};
$headers = $signedIn();
preg_match_all('~/projects/(\w+)/compose~', $client->request('GET', '/', ['headers' => $headers])->getContent(), $m);
$projects = array_values(array_unique($m[1]));
$pages = static fn (): string => match (mt_rand(0, 4)) {
    0 => '/',
    1 => '/projects/' . $GLOBALS['projects'][array_rand($GLOBALS['projects'])] . '/rows',
    2 => '/projects/' . $GLOBALS['projects'][array_rand($GLOBALS['projects'])] . '/press',
    default => '/projects/' . $GLOBALS['projects'][array_rand($GLOBALS['projects'])] . '/compose?row=' . mt_rand(1, 12),
};

/** @return list<float> milliseconds of each answer */
function browse(Symfony\Contracts\HttpClient\HttpClientInterface $client, array $headers, Closure $pages): array
{
    mt_srand(7);
    $next = array_map(static fn (int $person): float => microtime(true) + $person / PEOPLE, range(0, PEOPLE - 1));
    $open = $times = [];
    $until = microtime(true) + SECONDS;
    while (microtime(true) < $until || [] !== $open) {
        foreach ($next as $person => $at) {
            if (microtime(true) >= $at && microtime(true) < $until) {
                $open[$person] = $client->request('GET', $pages(), [
                    'headers' => $headers,
                    'user_data' => [$person, microtime(true)],
                ]);
                unset($next[$person]);
            }
        }
        foreach ([] === $open ? [] : $client->stream($open, 0.02) as $answer => $chunk) {
            if (!$chunk->isTimeout() && $chunk->isLast()) {
                [$person, $began] = $answer->getInfo('user_data');
                $times[] = 1000 * (microtime(true) - $began);
                unset($open[$person]);
                // One looks at a page for a while.
                $next[$person] = microtime(true) + mt_rand(1_000, 3_000) / 1000;
                break;
            }
        }
        usleep(2_000);
    }
    sort($times);

    return $times;
}

$at = static fn (array $times, float $share): float => $times[(int) floor($share * (count($times) - 1))];
browse($client, $headers, $pages);
$idle = browse($client, $headers, $pages);
foreach (array_slice($projects, 0, 4) as $project) {
    for ($i = 0; $i < 6; ++$i) {
        $client
            ->request('POST', "/projects/$project/press/runs", ['headers' => $headers, 'body' => ['format' => 'png']])
            ->getStatusCode();
    }
}
sleep(2);
$busy = browse($client, $headers, $pages);
$left = substr_count(
    $client->request('GET', '/projects/' . $projects[0] . '/press', ['headers' => $headers])->getContent(),
    'data-state="waiting"',
);
printf(
    "%d people, %d pages\n  without a run  median %4.0f ms  p95 %4.0f ms\n  during runs    median %4.0f ms  p95 " .
    "%4.0f ms  (%.1f times)%s\n",
    PEOPLE,
    count($busy),
    $at($idle, 0.5),
    $at($idle, 0.95),
    $at($busy, 0.5),
    $at($busy, 0.95),
    $at($busy, 0.95) / $at($idle, 0.95),
    $left > 0 ? '' : '  THE RUNS WERE OVER TOO SOON',
);
