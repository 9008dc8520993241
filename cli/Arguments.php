<?php

declare(strict_types=1);

namespace PineSieve\Cli;

/** What was written behind bin/sieve. */
final readonly class Arguments
{
    /** Options that take a value, of each command. */
    private const OPTIONS = [
        'profile' => ['sheet'],
        'columns' => ['sheet'],
        'duplicates' => ['sheet', 'plan', 'rules', 'out'],
        'addresses' => ['sheet', 'plan', 'address', 'out', 'report'],
    ];

    /**
     * @param  array<string, string>  $options  by name
     * @param  bool  $capitals  of addresses: whether they are written as on mail pieces
     */
    private function __construct(
        public string $command,
        public string $file,
        public array $options,
        public bool $json,
        public bool $capitals,
    ) {}

    /**
     * @param  list<string>  $arguments
     * @return ?self null if help is asked for
     *
     * @throws Usage
     */
    public static function parse(array $arguments): ?self
    {
        $plain = [];
        $options = [];
        [$json, $capitals] = [false, false];
        for ($i = 0; $i < count($arguments); $i++) {
            $argument = $arguments[$i];
            if (in_array($argument, ['-h', '--help', 'help'], true)) {
                return null;
            }
            if ($argument === '--json') {
                $json = true;
            } elseif ($argument === '--capitals') {
                $capitals = true;
            } elseif (
                preg_match('/^--([a-z]+)(?:=(.*))?$/sD', $argument, $parts) === 1 &&
                in_array($parts[1], array_merge(...array_values(self::OPTIONS)), true)
            ) {
                $options[$parts[1]] =
                    $parts[2] ?? ($arguments[++$i] ?? throw new Usage("The option --{$parts[1]} needs a value." . PHP_EOL . Usage::TEXT));
            } elseif (str_starts_with($argument, '--')) {
                throw new Usage("There is no option {$argument}." . PHP_EOL . Usage::TEXT);
            } else {
                $plain[] = $argument;
            }
        }
        [$command, $file] = [$plain[0] ?? '', $plain[1] ?? ''];
        if (count($plain) !== 2 || !isset(self::OPTIONS[$command])) {
            throw new Usage(Usage::TEXT);
        }
        $unknown = array_diff(array_keys($options), self::OPTIONS[$command]);
        if ($unknown !== []) {
            throw new Usage('There is no option --' . reset($unknown) . " of {$command}." . PHP_EOL . Usage::TEXT);
        }

        if ($capitals && $command !== 'addresses') {
            throw new Usage("There is no option --capitals of {$command}." . PHP_EOL . Usage::TEXT);
        }

        return new self($command, $file, $options, $json, $capitals);
    }

    /** @throws Usage if it is no whole number from 1 on */
    public function number(string $name, int $otherwise): int
    {
        $written = $this->option($name) ?? (string) $otherwise;

        return preg_match('/^[1-9]\d{0,3}$/D', $written) === 1
            ? (int) $written
            : throw new Usage("--{$name} is a number from 1 on, not \"{$written}\".");
    }

    public function option(string $name): ?string
    {
        return $this->options[$name] ?? null;
    }
}
