<?php

declare(strict_types=1);

namespace Circle\Text;

final class Fold {}
