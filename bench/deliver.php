<?php

declare(strict_types=1);

/*
 * Handing over: 2,000 personal emails planned, noted and rendered whole, beside the same emails put together plainly; a
 * calendar of 1,000 posts; and 100 previews of certificates on mugs by two workers, beside one that is bent by GD in PHP,
 * pixel by pixel (timed once, and said for 100).
 * Usage: php -d ffi.enable=1 bench/deliver.php
 */

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\Email\EmailRepository;
use Morphea\App\Delivery\Email\EmailWriter;
use Morphea\App\Delivery\Email\Mailings;
use Morphea\App\Delivery\Mockups\PreviewPicture;
use Morphea\App\Editor\Dashboard\ProjectMaker;
use Morphea\App\Editor\Dashboard\StarterShelf;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Engine\Production\ChosenFormat;
use Morphea\App\Engine\Production\ExportFormatRegistry;
use Morphea\App\Engine\Production\Format\OnProducts;
use Morphea\App\Engine\Production\Format\ProductSettings;
use Morphea\App\Engine\Production\SettingsInput;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Runs\Runs\RunDispatcher;
use Morphea\App\Runs\Runs\RunPlanner;
use Morphea\Core\Delivery\Email\MailingOrder;
use Morphea\Core\Delivery\Schedule\ScheduleItem;
use Morphea\Core\Delivery\Schedule\Scheduler;
use Morphea\Core\Delivery\Schedule\ScheduleRule;
use Morphea\Core\Output\Mockups\Product;
use Morphea\Core\Table\Data\Table;
use Morphea\Core\Table\Data\TableBuilder;
use Morphea\Tests\TestDatabase;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;
use Symfony\Component\Process\Process;

$root = dirname(__DIR__);
require "$root/vendor/autoload.php";
TestDatabase::fresh();
$services = require __DIR__ . '/start.php';
$seconds = static function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};
$entities = $services->get(EntityManagerInterface::class);
$starter = $services->get(StarterShelf::class)->load('mending-certificate');
$member = static function (string $name) use ($entities): Member {
    $member = new Member("$name@tidewick.example", 'Bench');
    $member->confirm();
    $member->setPassword('nobody signs in');
    $entities->persist($member);
    $entities->flush();

    return $member;
};
$project = static fn (Member $owner, int $rows) => $services->get(ProjectMaker::class)->fromFile($owner, new MorpheaFile(
    $starter->design,
    $starter->pictures,
    Table::of((new TableBuilder())->build([
        ['Full name', 'Hours', 'Craft', 'Issued', 'Register', 'Mail'],
        ...array_map(
            static fn (int $i): array => ["Mender $i", (string) ($i % 90), 'clocks', '2026-03-01', (string) $i, "m$i@dune.example"],
            range(1, $rows),
        ),
    ])),
), 'rows.csv');

// Emails: their pieces count as made, so that only the emails are timed.
$many = 2_000;
$mailed = $project($member('mail'), $many);
$services->get(RunDispatcher::class)->start($mailed, $services->get(RunPlanner::class)->usual($mailed));
$services->get(Connection::class)->executeStatement("UPDATE piece SET state = 'made'");
$services->get(Connection::class)->executeStatement('DELETE FROM messenger_messages');
$order = MailingOrder::of([
    'to' => 'mail',
    'subject' => 'For {full_name}',
    'message' => "Dear {full_name},\n\nthank you for {hours, plural, one {# hour} other {# hours}} of {craft}.",
    'from' => 'The guild',
    'carried' => 'link',
    'pace' => '6000',
]);
$bytes = 0;
$mailing = null;
$planned = $seconds(static function () use ($services, $mailed, $order, &$mailing): void {
    $mailing = $services->get(Mailings::class)->start($mailed, $order, 'bench', 'https://guild.example');
});
$rendered = $seconds(static function () use ($services, $mailed, $order, &$mailing, &$bytes): void {
    foreach ($services->get(EmailRepository::class)->due($mailing, 5_000) as $letter) {
        $bytes += strlen($services->get(EmailWriter::class)->email($mailed, $order, $letter, 'https://guild.example')->toString());
    }
});
$plain = $seconds(static function () use ($many): void {
    for ($i = 1; $i <= $many; ++$i) {
        $words = "Dear Mender $i,\n\nthank you for $i hours of clocks.\n\nhttps://guild.example/s/x";
        (new Email())->from(new Address('a@guild.example', 'The guild'))->to("m$i@dune.example")->subject("For Mender $i")
            ->text($words)->html('<p>' . nl2br(htmlspecialchars($words)) . '</p>')->toString();
    }
});
printf(
    "%s emails: planned and noted %.1f s, rendered %.1f s, %s a minute; put together plainly %.1f s, so %.1f times that\n",
    number_format($many),
    $planned,
    $rendered,
    number_format(60 * $many / ($planned + $rendered)),
    $plain,
    ($planned + $rendered) / $plain,
);

$dealt = 0;
$items = array_map(static fn (int $i): ScheduleItem => new ScheduleItem($i, 'kind ' . $i % 7), range(1, 1_000));
$calendar = $seconds(static function () use ($items, &$dealt): void {
    $order = ScheduleRule::of(['from' => '2026-03-02', 'days' => [1, 2, 3, 4, 5], 'times' => '9:00 18:00', 'aWeek' => 5, 'aDay' => 2]);
    $dealt = count((new Scheduler($order))->deal($items, [], new DateTimeImmutable('2026-03-01')));
});
printf("a calendar of %s posts: %.2f s\n", number_format($dealt), $calendar);

// Of somebody else: what one member asks for waits for what they asked for before, and that was taken away above.
$shown = $project($member('shown'), 100);
$choice = new ChosenFormat(
    $services->get(ExportFormatRegistry::class)->get(OnProducts::id()),
    new ProductSettings(new SettingsInput(['product' => 'mug'])),
);
$services->get(Connection::class)->executeStatement('DELETE FROM messenger_messages');
$services->get(RunDispatcher::class)->start($shown, $services->get(RunPlanner::class)->usual($shown, OnProducts::id())->as([$choice]));
$made = static fn (): int => (int) $services->get(Connection::class)->fetchOne(
    "SELECT COUNT(*) FROM piece JOIN run ON run.id = piece.run_id WHERE piece.state = 'made' AND run.project_id = ?",
    [$shown->id()],
);
$workers = [];
$previews = $seconds(static function () use ($root, $made, &$workers): void {
    foreach ([1, 2] as $i) {
        $workers[$i] = new Process(
            [PHP_BINARY, '-d', 'ffi.enable=1', 'bin/console', 'messenger:consume', 'priority', 'runs', '--env=test',
                '--no-debug', '--sleep=0.05', '-q'],
            $root,
            timeout: 300,
        );
        $workers[$i]->start();
    }
    while ($made() < 100) {
        usleep(50_000);
    }
});
array_map(static fn (Process $worker) => $worker->stop(5), $workers);
$flat = imagecreatetruecolor(700, 495);
$gd = 100 * $seconds(static function () use ($flat): void {
    $product = imagecreatetruecolor(1_200, 1_200);
    foreach (Product::of('mug')->mesh->cells() as $cell) {
        [$left, $top, $width, $height] = $cell->box;
        $m = $cell->matrix;
        for ($y = $top; $y < $top + $height; ++$y) {
            for ($x = $left; $x < $left + $width; ++$x) {
                $w = $m[6] * $x + $m[7] * $y + $m[8];
                $u = ($m[0] * $x + $m[1] * $y + $m[2]) / $w;
                $v = ($m[3] * $x + $m[4] * $y + $m[5]) / $w;
                if ($u >= $cell->part[0] && $u < $cell->part[2] && $v >= 0 && $v < 1) {
                    imagesetpixel($product, $x, $y, (int) imagecolorat($flat, (int) ($u * 699), (int) ($v * 494)));
                }
            }
        }
    }
});
$one = $seconds(static fn () => $services->get(PreviewPicture::class)->draw($shown, Product::of('mug'), 1, 0));
printf(
    '100 previews on mugs by two workers: %.1f s (the first alone, with all that is opened for it, %.2f s); bent by GD in PHP, ' .
        "undrawn and unpacked, %.1f s\n",
    $previews,
    $one,
    $gd,
);
