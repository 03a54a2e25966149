<?php return [];
